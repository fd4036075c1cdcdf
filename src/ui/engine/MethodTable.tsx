"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { METHODS } from "@/core/stops/methods";
import { type MethodPlan } from "@/core/stops/planMethod";
import type { MethodId } from "@/core/stops/methods";

interface Props {
  readonly methods: readonly MethodPlan[];
  readonly recommended: MethodId | null;
  readonly chosen: MethodId | null;
  readonly requiredDeg: number;
  /** What moves at the valves: "rocker". */
  readonly seen: string;
  readonly onChoose: (id: MethodId) => void;
}

const Cell = chakra("td", {
  base: { px: "2", py: { base: "0.5", md: "2" }, fontSize: "16px", verticalAlign: "top" },
});
const Head = chakra("th", {
  base: {
    px: "2",
    pb: "1",
    fontFamily: "stamp",
    fontWeight: 600,
    fontSize: "16px",
    textTransform: "uppercase",
    color: "soft",
    textAlign: "left",
    whiteSpace: "nowrap",
  },
});

/** The schools side by side on this engine: what each costs, and what it leaves. */
export function MethodTable({ methods, recommended, chosen, requiredDeg, seen, onChoose }: Props) {
  return (
    <chakra.table width="full" borderCollapse="collapse" display={{ base: "block", md: "table" }}>
      <chakra.caption
        display={{ base: "block", md: "table-caption" }}
        captionSide="bottom"
        textAlign="left"
        color="soft"
        fontSize="16px"
        pt="2"
      >
        Every method turns in the running direction only. Turns are counted from the first stop to the last.
      </chakra.caption>
      <chakra.thead display={{ base: "none", md: "table-header-group" }}>
        <tr>
          <Head scope="col">Method</Head>
          <Head scope="col" textAlign="right">
            Stops
          </Head>
          <Head scope="col" textAlign="right">
            Turns
          </Head>
          <Head scope="col">Closest valve</Head>
          <Head scope="col">It needs</Head>
        </tr>
      </chakra.thead>
      <chakra.tbody display={{ base: "block", md: "table-row-group" }}>
        {methods.map((m) => (
          <Row
            key={m.id}
            plan={m}
            recommended={m.id === recommended}
            chosen={m.id === chosen}
            requiredDeg={requiredDeg}
            seen={seen}
            onChoose={() => onChoose(m.id)}
          />
        ))}
      </chakra.tbody>
    </chakra.table>
  );
}

interface RowProps {
  readonly plan: MethodPlan;
  readonly recommended: boolean;
  readonly chosen: boolean;
  readonly requiredDeg: number;
  /** What moves at the valves: "rocker". */
  readonly seen: string;
  readonly onChoose: () => void;
}

function Row({ plan, recommended, chosen, requiredDeg, seen, onChoose }: RowProps) {
  const { name, needs } = METHODS[plan.id];
  // A phone shows of a method that is not chosen its name and what it comes to.
  const more = { base: chosen ? "block" : "none", md: "table-cell" } as const;
  return (
    <chakra.tr
      borderTop="1px solid"
      borderColor="line"
      bg={chosen ? "sheet" : "transparent"}
      boxShadow={chosen ? "inset 6px 0 0 var(--f-colors-ink)" : "none"}
      display={{ base: "block", md: "table-row" }}
    >
      <Cell pl={{ base: "3", md: "4" }} display={{ base: "block", md: "table-cell" }}>
        <chakra.button
          type="button"
          aria-pressed={chosen}
          onClick={onChoose}
          minHeight="44px"
          textAlign="left"
          cursor="pointer"
          fontSize="18px"
          fontWeight={600}
          textDecoration="underline"
          textDecorationThickness={chosen ? "3px" : "1px"}
          textUnderlineOffset="4px"
          width="full"
          display={{ base: "flex", md: "block" }}
          justifyContent="space-between"
          alignItems="center"
          gap="2"
        >
          {name}
          {!chosen && (
            <chakra.span
              display={{ md: "none" }}
              fontSize="16px"
              fontWeight={400}
              color={plan.usable ? "soft" : "now"}
              whiteSpace="nowrap"
            >
              {briefly(plan)}
            </chakra.span>
          )}
        </chakra.button>
        {recommended && (
          <chakra.span display="block" color="set" fontWeight={600}>
            ✓ recommended here
          </chakra.span>
        )}
      </Cell>
      <Cell display={more} textAlign={{ md: "right" }} fontFamily="mono">
        <Name>Stops </Name>
        {plan.stops.length === 0 ? "–" : plan.stops.length}
      </Cell>
      <Cell display={more} textAlign={{ md: "right" }} fontFamily="mono">
        <Name>Turns </Name>
        {plan.stops.length === 0 ? "–" : (plan.turnTotalDeg / 360).toFixed(2)}
      </Cell>
      <Cell display={more}>
        {plan.usable ? (
          <Clear plan={plan} requiredDeg={requiredDeg} />
        ) : (
          <chakra.span color="now" fontWeight={600}>
            ✕ Not safe here.{" "}
            <chakra.span color="ink" fontWeight={400}>
              {plan.why}
            </chakra.span>
          </chakra.span>
        )}
      </Cell>
      <Cell display={more} color="soft">
        {needs(seen)}
      </Cell>
    </chakra.tr>
  );
}

const briefly = ({ usable, stops, worst }: MethodPlan): string =>
  !usable || worst === null
    ? "✕ not safe here"
    : `${stops.length} ${stops.length === 1 ? "stop" : "stops"}, ${Math.floor(worst.marginDeg)}° clear`;

const Name = chakra("span", { base: { display: { md: "none" }, fontFamily: "stamp", color: "soft" } });

/** The worst margin, and over the eyed range where the stop is found by eye. */
function Clear({ plan, requiredDeg }: { readonly plan: MethodPlan; readonly requiredDeg: number }) {
  const { worst } = plan;
  if (worst === null) return null;
  const barely = worst.marginDeg < 2 * requiredDeg;
  const ranged = plan.stops
    .flatMap((s) => s.set)
    .map((v) => v.rangeWorstDeg)
    .filter((r) => r !== undefined);
  return (
    <span>
      <chakra.b color={barely ? "now" : "inherit"}>
        {worst.valve} {Math.floor(worst.marginDeg)}° clear{barely ? ", barely" : ""}
      </chakra.b>
      {ranged.length > 0 && (
        <chakra.span color="soft"> · {Math.floor(Math.min(...ranged))}° where people really stop</chakra.span>
      )}
    </span>
  );
}
