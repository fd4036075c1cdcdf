import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useContext } from "react";
import { timerWords } from "@/core/preload/bleedDown";
import { progressOf } from "@/core/job/closeOut/items";
import { targetWords } from "@/core/job/head/target";
import type { Person } from "@/core/shop/person";
import { AtWork, type DeviceHere } from "../../frame/AtWork";
import { ThemeSwitch } from "../../frame/ThemeSwitch";
import { Button } from "../../controls/Button";
import { Stamp } from "../../controls/Stamp";
import { useTemperature } from "../../controls/ways";
import { RunHosted } from "../session/runHost";
import { hotSays, hotWords } from "../words/hotMinutes";
import type { Ledger, Run } from "../model";

interface Props {
  readonly run: Run;
  readonly device: DeviceHere;
  readonly person: Person | null;
  /** Opens the tray, where the temperature and who is at work are said; null while that is open. */
  readonly onTray: (() => void) | null;
  /** Opens what was not taken. */
  readonly onNotTaken: () => void;
}

const allKept = ({ loaded, pending, apart }: Ledger): boolean => loaded && pending.size === 0 && apart.length === 0;

/** "JP": who is at work, where room is short. */
const initials = (name: string): string =>
  name
    .split(/\s+/)
    .map((part) => part.slice(0, 1))
    .join("");

/** Whether all that was made here is kept; said only once this device was asked what it holds. */
function keptWords({ loaded, pending, apart, refused }: Ledger): string {
  if (!loaded) return "Looking";
  if (pending.size > 0) return `${pending.size} not saved yet`;
  const [first] = apart;
  if (first !== undefined) return `${apart.flatMap((b) => b.entries).length} of ${first.by?.name ?? "somebody"} wait`;
  return refused.length > 0 ? "All else saved" : "All saved";
}

interface PlaceProps {
  readonly href: string;
  /** Whether a phone has room for it. */
  readonly phone?: boolean;
  readonly children: string;
}

/** Another place, a tap away. */
const Place = ({ href, phone = true, children }: PlaceProps) => (
  <chakra.a
    asChild
    fontFamily="stamp"
    fontWeight={600}
    fontSize="16px"
    textDecoration="underline"
    minHeight="44px"
    display={{ base: phone ? "inline-flex" : "none", lg: "inline-flex" }}
    alignItems="center"
  >
    <Link href={href} prefetch={false}>
      {children}
    </Link>
  </chakra.a>
);

/** What this job is, how far it is, and whether all of it is kept. */
export function RunHeader({ run, device, person, onTray, onNotTaken }: Props) {
  const { context, now, ledger } = run;
  const company = [...new Set(ledger.others.map((o) => o.person))].filter((name) => name !== person?.name);
  const { file, job, state, temperatureC, rules, room } = context;
  const { words } = useTemperature();
  const { savedWords } = useContext(RunHosted);
  const { done, of } = progressOf(rules, job, now.state);
  const hot = hotSays(context, now);
  const waitMs = now.next.kind === "wait" ? 0 : (rules.crankWaitsMs?.(job, now.state, now.nowMs, null) ?? 0);
  return (
    <chakra.header
      display="flex"
      flexWrap="wrap"
      alignItems="center"
      columnGap={{ base: "2", lg: "3", xl: "4" }}
      rowGap="1"
      px={{ base: "3", lg: "4" }}
      py="1"
      borderBottom="2px solid"
      borderColor="ink"
      bg="paper"
      minHeight="52px"
    >
      <Place href="/">Bench</Place>
      <Place href="/quick/stops" phone={false}>
        Quick
      </Place>
      <chakra.h1
        fontFamily="stamp"
        fontWeight={600}
        fontSize={{ base: "18px", lg: "22px" }}
        lineHeight={1.2}
        flex={{ base: "1 1 72px", lg: "0 1 auto" }}
        minWidth="0"
        lineClamp="3"
      >
        {file.name}
      </chakra.h1>
      <chakra.span
        border="1.5px solid"
        borderColor="ink"
        borderRadius="plate"
        px="2"
        fontFamily="stamp"
        fontWeight={600}
        fontSize="16px"
        textTransform="uppercase"
      >
        {state}
        {temperatureC !== null && (
          <chakra.span display={{ base: "none", lg: "inline" }}>{` · ${words(temperatureC)}`}</chakra.span>
        )}
      </chakra.span>
      <chakra.span
        fontSize="15px"
        display={{ base: company.length > 0 ? "inline" : "none", xl: "inline" }}
        flex="1 1 0"
        minWidth="0"
        overflow="hidden"
        textOverflow="ellipsis"
        whiteSpace="nowrap"
      >
        {company.length > 0 ? `Also working: ${company.join(", ")}` : targetWords(rules, job, file)}
      </chakra.span>
      {waitMs > 0 && (
        <chakra.span fontFamily="mono" fontSize="16px" fontWeight={600} color="now" title="Until the crank may move">
          bleeds down {timerWords(waitMs)}
        </chakra.span>
      )}
      {hot !== null && (
        <Button
          type="button"
          kind="quiet"
          order={{ base: 1, lg: 0 }}
          onClick={onTray ?? undefined}
          disabled={onTray === null}
          color={hot.kind === "minutes" && hot.minutes < 4 ? "now" : undefined}
        >
          {hotWords(hot)}
        </Button>
      )}
      <chakra.div display="flex" alignItems="center" gap="2" ml={{ base: "0", lg: "auto" }}>
        <Stamp color="ink!">
          <chakra.span display={{ base: "inline", lg: "none" }} aria-hidden>
            {done}/{of}
          </chakra.span>
          <chakra.span display={{ base: "none", lg: "inline" }}>
            {done} of {of} {room.doneWord}
          </chakra.span>
        </Stamp>
        <chakra.div
          role="progressbar"
          aria-label={`${rules.progress === undefined ? "Valves" : "Lines"} ${room.doneWord}`}
          aria-valuemin={0}
          aria-valuemax={of}
          aria-valuenow={done}
          width={{ base: "24px", lg: "90px" }}
          height="12px"
          border="1.5px solid"
          borderColor="ink"
          bg="sheet"
        >
          <chakra.div height="full" bg="set" style={{ width: `${(100 * done) / of}%` }} />
        </chakra.div>
      </chakra.div>
      <chakra.span
        role="status"
        fontFamily="stamp"
        fontWeight={600}
        fontSize="16px"
        color={allKept(ledger) ? "set" : "now"}
        data-kept={allKept(ledger)}
      >
        {savedWords ?? keptWords(ledger)}
      </chakra.span>
      {ledger.refused.length > 0 && (
        <Button type="button" borderColor="now" color="now" onClick={onNotTaken}>
          {ledger.refused.length} not taken
        </Button>
      )}
      {person !== null && (
        <Button
          type="button"
          display={{ base: "inline-flex", lg: "none" }}
          px="2"
          aria-label={`At work: ${person.name}. Another is chosen in the tray`}
          disabled={onTray === null}
          onClick={onTray ?? undefined}
        >
          {initials(person.name)}
        </Button>
      )}
      <chakra.div display={{ base: person === null ? "flex" : "none", lg: "flex" }} alignItems="center" gap="3">
        <AtWork device={device} person={person} bare />
        <ThemeSwitch />
      </chakra.div>
    </chakra.header>
  );
}
