import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { lashSpec, specRoles } from "@/core/lash/spec";
import { specUnit, specWords } from "@/core/run/words";
import type { Person } from "@/core/shop/person";
import { PersonPicker } from "../frame/PersonPicker";
import { ThemeSwitch } from "../frame/ThemeSwitch";
import { Stamp } from "../controls/Stamp";
import type { Run } from "./useRun";

interface Props {
  readonly run: Run;
  readonly people: readonly Person[];
  readonly person: Person | null;
}

/** What this job is, how far it is, and whether all of it is kept. */
export function RunHeader({ run, people, person }: Props) {
  const { context, now, ledger } = run;
  const company = [...new Set(ledger.others.map((o) => o.person))].filter((name) => name !== person?.name);
  const { file, job, state, temperatureC } = context;
  const of = job.valves.length;
  const spec = specRoles(file).flatMap((role) => {
    const figures = file.lash?.[role];
    return figures === undefined ? [] : [`${role.slice(0, 3)}. ${specWords(lashSpec(figures), specUnit(figures))}`];
  });
  return (
    <chakra.header display="flex" flexWrap="wrap" alignItems="center" columnGap={{ base: "3", xl: "4" }} rowGap="1" px={{ base: "3", lg: "4" }} py="1" borderBottom="2px solid" borderColor="ink" bg="paper" minHeight="52px">
      <chakra.a asChild fontFamily="stamp" fontWeight={600} fontSize="16px" textDecoration="underline" minHeight="44px" display="inline-flex" alignItems="center"><Link href="/">Bench</Link></chakra.a>
      <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="22px" lineHeight={1.1}>{file.name}</chakra.h1>
      <chakra.span border="1.5px solid" borderColor="ink" borderRadius="plate" px="2" fontFamily="stamp" fontWeight={600} fontSize="16px" textTransform="uppercase">{state}{temperatureC === null ? "" : ` · ${temperatureC} °C`}</chakra.span>
      <chakra.span fontSize="15px" display={{ base: company.length > 0 ? "inline" : "none", xl: "inline" }} flex="1" whiteSpace="nowrap">{company.length > 0 ? `At it too: ${company.join(", ")}` : spec.join(" · ")}</chakra.span>
      <chakra.div display="flex" alignItems="center" gap="2" ml={{ base: "0", lg: "auto" }}>
        <Stamp color="ink!">{now.state.leftCount} of {of} locked</Stamp>
        <chakra.div role="progressbar" aria-label="Valves locked" aria-valuemin={0} aria-valuemax={of} aria-valuenow={now.state.leftCount} width="90px" height="12px" border="1.5px solid" borderColor="ink" bg="sheet">
          <chakra.div height="full" bg="set" style={{ width: `${(100 * now.state.leftCount) / of}%` }} />
        </chakra.div>
      </chakra.div>
      <chakra.span role="status" fontFamily="stamp" fontWeight={600} fontSize="16px" color={ledger.pending.size === 0 ? "set" : "now"} data-kept={ledger.pending.size === 0}>
        {ledger.pending.size === 0 ? "All kept" : `${ledger.pending.size} not kept yet`}
      </chakra.span>
      <PersonPicker people={people} person={person} bare onChosen={ledger.retry} />
      <ThemeSwitch />
    </chakra.header>
  );
}
