import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineState, LashEntry } from "@/core/engine/engineFile";
import {
  type GrowthSource,
  type GrowthSourceId,
  type GrowthSources,
  aimsOf,
  growthWords,
  proposedSource,
  sourceRefusal,
} from "@/core/heat/growthSources";
import type { ValveRole } from "@/core/engine/engineFile";
import { specUnit } from "@/core/job/words/specs";
import { showLength } from "@/core/units/length";
import { Complaint } from "../controls/Stamp";

interface Props {
  readonly ways: GrowthSources;
  readonly roles: readonly ValveRole[];
  /** The spec that is brought over, and the state that it is brought into; null where only the growth counts. */
  readonly into: { readonly lash: LashEntry; readonly state: EngineState } | null;
  readonly value: GrowthSourceId | null;
  /** Left out where nothing is chosen. */
  readonly onChange?: (id: GrowthSourceId) => void;
}

/** The ways to know the growth side by side, what each makes of the spec, and the one that is proposed. */
export function GrowthSourceTable({ ways, roles, into, value, onChange }: Props) {
  const proposed = proposedSource(ways, roles);
  return (
    <chakra.div display="flex" flexDirection="column" gap="2" minWidth="0">
      {ways.sources.length === 0 && (
        <chakra.p fontSize="17px">Nothing is known yet about how this engine grows with heat.</chakra.p>
      )}
      {ways.sources.map((way) => (
        <SourceRow
          key={way.id}
          ways={ways}
          way={way}
          into={into}
          roles={roles}
          on={value === way.id}
          proposed={proposed?.way === way ? proposed.why : null}
          onChange={onChange}
        />
      ))}
      {ways.missing.map((m) => (
        <chakra.p key={m} fontSize="16px" color="soft">
          {m}
        </chakra.p>
      ))}
    </chakra.div>
  );
}

interface RowProps extends Pick<Props, "ways" | "into" | "roles"> {
  readonly way: GrowthSource;
  readonly on: boolean;
  readonly proposed: string | null;
  readonly onChange: ((id: GrowthSourceId) => void) | undefined;
}

function SourceRow({ ways, way, into, roles, on, proposed, onChange }: RowProps) {
  const aims = into === null ? [] : aimsOf(way, into.lash, into.state);
  const refusal = into === null ? null : sourceRefusal(ways, way, into.lash, into.state);
  const partial = roles.some((r) => way.growth[r] === undefined);
  const closed = refusal !== null || partial;
  const figures = roles.flatMap((role) => {
    const growth = way.growth[role];
    const aim = aims.find((a) => a.role === role);
    const unit = specUnit(into?.lash[role]);
    return growth === undefined
      ? []
      : [
          {
            role,
            growth: growthWords(growth, unit),
            aim: aim === undefined ? null : showLength(aim.aimMm, unit),
            refused: aim !== undefined && aim.refusal !== null,
          },
        ];
  });
  const body = (
    <span>
      <chakra.span display="block" fontSize="18px" fontWeight={600}>
        {way.name}
        {proposed === null ? "" : ", proposed"}
      </chakra.span>
      <chakra.span
        display="grid"
        gridTemplateColumns={into === null ? "auto 1fr" : { base: "auto 1fr", sm: "auto auto 1fr" }}
        columnGap="4"
        rowGap="1"
        fontFamily="mono"
        fontSize="16px"
        py="1"
        alignItems="baseline"
      >
        {figures.map((f) => (
          <chakra.span key={f.role} display="contents">
            <span>{f.role}</span>
            {f.aim !== null && (
              <chakra.span fontWeight={700} whiteSpace="nowrap" color={f.refused ? "now" : "ink"}>
                {into?.state} {f.aim}
              </chakra.span>
            )}
            <chakra.span color="soft" gridColumn={into === null ? undefined : { base: "1 / -1", sm: "auto" }}>
              grows {f.growth}
            </chakra.span>
          </chakra.span>
        ))}
      </chakra.span>
      <chakra.span display="block" fontSize="16px" color="soft">
        {way.evidence}
        {proposed === null ? "" : ` ${proposed}`}
      </chakra.span>
      {partial && (
        <chakra.span display="block" fontSize="16px" color="now" fontWeight={600}>
          It does not know every role of this engine.
        </chakra.span>
      )}
      {refusal !== null && (
        <Complaint as="span" display="block">
          Refused. {refusal}
        </Complaint>
      )}
    </span>
  );
  const frame = {
    display: "grid",
    gridTemplateColumns: onChange === undefined ? "1fr" : "28px 1fr",
    gap: "3",
    alignItems: "center",
    minHeight: "56px",
    px: "3",
    py: "2",
    bg: "sheet",
    border: on ? "3px solid" : closed ? "1.5px dashed" : "1.5px solid",
    borderColor: on ? "ink" : "edge",
    borderRadius: "plate",
  } as const;
  if (onChange === undefined) return <chakra.div {...frame}>{body}</chakra.div>;
  return (
    <chakra.label {...frame} cursor={closed ? "not-allowed" : "pointer"}>
      <input
        type="radio"
        name="heat-way"
        value={way.id}
        checked={on}
        disabled={closed}
        onChange={() => onChange(way.id)}
        style={{ width: 24, height: 24, accentColor: "var(--f-colors-ink)" }}
      />
      {body}
    </chakra.label>
  );
}
