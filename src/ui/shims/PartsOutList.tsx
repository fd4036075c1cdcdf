import { chakra } from "@chakra-ui/react/styled-system";
import type { Micrometer } from "@/core/parts/micrometer";
import type { ValveState } from "@/core/job/state/state";
import { bandWords, roleUnit } from "@/core/job/words/specs";
import { readingWords } from "@/core/job/words/readings";
import type { ShimsPageData } from "@/core/job/pages/shims";
import type { Position } from "@/core/shims/assign";
import { Button } from "../controls/Button";
import { USUAL } from "@/core/units/typedLength";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Complaint } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { type Typed, type TypedPart, thicknessProblem, wantedMm } from "./typedParts";
import { MicrometerOptions } from "../parts/MicrometerOptions";

interface Props {
  readonly given: ShimsPageData;
  readonly valves: readonly ValveState[];
  readonly typed: Typed;
  readonly positions: readonly Position[];
  readonly micrometerId: string | null;
  readonly fresh: boolean;
  readonly chosen: string | null;
  readonly onMicrometer: (id: string | null) => void;
  readonly onFresh: (on: boolean) => void;
  readonly onType: (valve: string, part: TypedPart) => void;
  /** The field was left: what stands there is kept. */
  readonly onLeave: (valve: string) => void;
  readonly onChoose: (valve: string | null) => void;
}

/** Every valve with its reading, and what came out of it. */
export function PartsOutList(props: Props) {
  const { given, valves, micrometerId, fresh, onMicrometer, onFresh } = props;
  return (
    <chakra.section aria-label="Parts that came out" minWidth="0" display="flex" flexDirection="column" gap="2">
      <Field label="Measured with">
        {(c) => (
          <Select
            {...c}
            value={micrometerId ?? ""}
            onChange={(e) => onMicrometer(e.target.value === "" ? null : e.target.value)}
          >
            <MicrometerOptions micrometers={given.micrometers} />
          </Select>
        )}
      </Field>
      <Tick
        look="framed"
        on={fresh}
        onChange={onFresh}
        label="Fresh build: one test part everywhere"
        note="The thinnest you have, moved from valve to valve. Its thickness stands for all, and it is not left in any valve."
      />
      {valves.map((v) => (
        <OutLine key={v.valve.id} {...props} valve={v} />
      ))}
    </chakra.section>
  );
}

function OutLine({
  given,
  valve: v,
  typed,
  positions,
  micrometerId,
  fresh,
  chosen,
  onType,
  onLeave,
  onChoose,
}: Props & { readonly valve: ValveState }) {
  const { id, spec, role } = v.valve;
  const position = positions.find((p) => p.id === id);
  const part = typed[id] ?? { text: "", kind: fresh ? ("test-part" as const) : ("part" as const), micrometerId };
  const wrong = thicknessProblem(part.text);
  const shut = v.last !== null && v.last.goes.mm === 0;
  const open = part.kind === "open-gap";
  return (
    <chakra.div
      borderTop="1px solid"
      borderColor="line"
      pt="2"
      display="grid"
      gridTemplateColumns={{ base: "3.2rem 1fr 6rem", md: "3.6rem minmax(0, 1fr) 8rem 8rem" }}
      columnGap="3"
      rowGap="0"
      alignItems="center"
    >
      <chakra.span fontFamily="stamp" fontWeight={600} fontSize="22px">
        {id}
      </chakra.span>
      <chakra.span fontFamily="mono" fontSize="15px" color={v.verdict === "in" ? "soft" : "ink"}>
        {v.last === null ? "not read" : readingWords(v.last)}
        <br />
        band {bandWords(spec, roleUnit(given.file, role))}
        {part.text !== "" && !open && part.micrometerId !== micrometerId && (
          <>
            <br />
            {measuredWith(part, given.micrometers)}
          </>
        )}
      </chakra.span>
      <LengthInput
        aria-label={open ? `${id} open gap` : `${id} fitted`}
        placeholder={open ? "2.84" : "2.65"}
        value={part.text}
        aria-invalid={wrong !== null}
        usual={USUAL.thickness}
        onChange={(text) => onType(id, { ...part, text, micrometerId: open ? null : micrometerId })}
        onBlur={() => onLeave(id)}
      />
      {position === undefined ? (
        <span />
      ) : (
        <Button
          type="button"
          kind="quiet"
          gridColumn={{ base: "2 / -1", md: "auto" }}
          justifyContent={{ base: "start", md: "end" }}
          aria-pressed={chosen === id}
          onClick={() => onChoose(chosen === id ? null : id)}
        >
          wants {wantedMm(position).toFixed(3)}
        </Button>
      )}
      {wrong !== null && (
        <Complaint role="alert" gridColumn="1 / -1">
          {wrong}
        </Complaint>
      )}
      {shut && (
        <chakra.div gridColumn="1 / -1" fontSize="16px" display="flex" flexWrap="wrap" gap="2" alignItems="center">
          <span>
            No leaf goes:{" "}
            {open
              ? "the stack of leaves that fits with the part out."
              : "what it really lacks can't be read. Take the part out and read the open gap, or fit a thinner part and read again."}
          </span>
          <Button
            type="button"
            aria-pressed={open}
            onClick={() =>
              onType(id, {
                text: "",
                kind: open ? (fresh ? "test-part" : "part") : "open-gap",
                micrometerId: open ? micrometerId : null,
              })
            }
          >
            {open ? "Measure the part instead" : "Read the open gap"}
          </Button>
        </chakra.div>
      )}
    </chakra.div>
  );
}

const measuredWith = ({ micrometerId }: TypedPart, micrometers: readonly Micrometer[]): string => {
  const micrometer = micrometers.find((m) => m.id === micrometerId);
  return micrometer === undefined ? "by its mark" : `with ${micrometer.name}`;
};
