import { chakra } from "@chakra-ui/react/styled-system";
import { OPENER_CLOSER_PARTS } from "@/core/job/ledger/kinds";
import { middleOf } from "@/core/job/ledger/readings";
import { closerGapMm } from "@/core/job/tasks/openerCloser/openerCloser";
import { Button } from "../controls/Button";
import { USUAL } from "@/core/units/typedLength";
import { Field, Select, TextInput } from "../controls/Field";
import { LengthField } from "../controls/LengthField";
import { PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { GoesIn } from "./GoesIn";
import { OnPaper } from "./OnPaper";
import type { Exchange } from "./useExchange";
import { MicrometerOptions } from "../parts/MicrometerOptions";

/** What came out, what goes in, and how the collets went. */
export function ExchangeForm({ exchange }: { readonly exchange: Exchange }) {
  const { given, form, typed, own, read, advice, fittedMm, learnedMm, fits, fit, order, said } = exchange;
  const { biasesMm } = given;
  const gapMm = {
    opener: read === null ? null : middleOf(read),
    closer: read === null || own.loaded === null ? null : closerGapMm(read, own.loaded),
  };
  return (
    <chakra.section aria-label="What goes in" minWidth="0">
      <chakra.form noValidate onSubmit={form.handleSubmit(fit)} display="flex" flexDirection="column" gap="4">
        <PlateHeading>What came out</PlateHeading>
        <Field label="Measured with" error={said("micrometerId")}>
          {(c) => (
            <Select {...c} {...form.register("micrometerId")}>
              <MicrometerOptions micrometers={given.micrometers} />
            </Select>
          )}
        </Field>
        <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
          {OPENER_CLOSER_PARTS.map((part) => (
            <LengthField
              key={part}
              control={form.control}
              name={`out.${part}`}
              usual={USUAL.thickness}
              label={`Old ${part}`}
              error={said(`${part}.out`)}
              {...(own[`${part}Mm`] === null ? {} : { hint: `${own[`${part}Mm`]?.toFixed(3)} was fitted here.` })}
            />
          ))}
        </chakra.div>
        <OnPaper exchange={exchange} />
        {learnedMm !== 0 && (
          <Tick
            look="framed"
            on={typed.useBias}
            onChange={(on) => form.setValue("useBias", on)}
            label={`Your loaded gap overstates by ${learnedMm.toFixed(3)} mm here`}
            note={`Learned from ${biasesMm.length} closers that were found right: ${biasesMm.map((b) => b.toFixed(3)).join(", ")}.`}
          />
        )}
        {OPENER_CLOSER_PARTS.map((part) => (
          <GoesIn
            key={part}
            part={part}
            wantedMm={advice?.[`${part}Mm`] ?? null}
            fittedMm={fittedMm[part]}
            gapMm={gapMm[part]}
            stock={given.stock}
            chosen={typed.goesIn[part]}
            onChoose={(chosen) => form.setValue(`goesIn.${part}`, chosen)}
            error={said(part) ?? said(`${part}.made`)}
            onOrder={(line) => void order(line)}
          />
        ))}
        <Field
          label="Collets went in"
          hint="The way they came: which way their gap points, and which half on which side. New ones settle."
          error={said("collets")}
        >
          {(c) => <TextInput {...c} {...form.register("collets")} placeholder="As they were, gap to the intake" />}
        </Field>
        <Button type="submit" kind="now" justifyContent="center" disabled={fits.length === 0}>
          {fits.length === 0 ? "Choose what goes in" : `Fitted: ${fits.map((f) => f.part).join(" and ")}`}
        </Button>
      </chakra.form>
    </chakra.section>
  );
}
