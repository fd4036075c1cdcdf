import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import { useState } from "react";
import { type LengthTried, tryLength } from "@/core/geometry/pushrod";
import { sweepOf } from "@/core/geometry/sweep";
import { EDGE_MM, type RockerAnswer as Answered, edgeLeftMm, middleOf } from "@/core/quick/rocker";
import { LEAVE_MM, pushrodWords } from "@/core/quick/rockerWords";
import { type LengthUnit, MM_PER_INCH, showLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { RockerArmDrawing } from "../drawings/RockerArm";
import { Figure } from "./QuickPage";

const LazySweepChart = dynamic(() => import("./SweepChart"), {
  ssr: false,
  loading: () => <chakra.div height="220px" />,
});

/** So far beyond what is in, and what is ideal, lengths are shown. */
const REACH_MM = 6;
/** Drawn where nobody says how thick the stem is. */
const USUAL_STEM_MM = 8;

const sweepWords = (mm: number | null, unit: LengthUnit): string =>
  mm === null ? "out of reach" : showLength(mm, unit);

/** The pushrod to order, and why: the rocker drawn, longer or shorter by dragging. */
export function RockerTold({ answer }: { readonly answer: Answered }) {
  const { stud, sweep, leastMm, raiseMm: raise, fit, unit } = answer;
  const now = stud?.rocker.fittedMm ?? 0;
  const [lengthMm, setLength] = useState(stud?.order?.lengthMm ?? now);
  const [raisedMm, setRaised] = useState(raise ?? 0);
  const pivotAboveMm = stud === null ? answer.pivotAboveMm + raisedMm : tryLength(stud.rocker, lengthMm).pivotAboveMm;
  const shown = sweepOf(answer.arm, pivotAboveMm);
  const left = shown === null ? null : edgeLeftMm(answer, sweep, shown);
  const mm = (x: number): string => pushrodWords(x, unit);
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      {stud !== null ? (
        <Figure
          note={
            stud.order === null || stud.order.sweepMm === null
              ? "None that is sold around the ideal is in reach."
              : `Sweep ${showLength(stud.order.sweepMm, unit)}, where the pushrod now has ${showLength(sweep.sweepMm, unit)}. The ideal would be ${showLength(stud.idealMm, unit)}, with ${showLength(leastMm, unit)}.`
          }
        >
          {stud.order === null ? "No pushrod" : `Order ${mm(stud.order.lengthMm)}`}
        </Figure>
      ) : (
        <Figure
          note={`Sweep ${showLength(leastMm, unit)} then, ${showLength(sweep.sweepMm, unit)} now. The pushrod must be ${(raise ?? 0) < 0 ? "shorter" : "longer"} to match: set its lash anew.`}
        >
          {Math.abs(raise ?? 0) < LEAVE_MM
            ? "Leave the stands as they are"
            : `${(raise ?? 0) > 0 ? "Raise" : "Lower"} the stands by ${showLength(Math.abs(raise ?? 0), unit)}`}
        </Figure>
      )}
      {shown !== null && (
        <RockerArmDrawing
          arm={answer.arm}
          pivotAboveMm={pivotAboveMm}
          sweep={shown}
          unit={unit}
          tip={{
            stemMm: answer.stemMm ?? USUAL_STEM_MM,
            offsetMm: (answer.offsetMm ?? 0) + (answer.offsetMm === null ? 0 : middleOf(shown) - middleOf(sweep)),
          }}
          label={`The rocker's arm starts ${shown.closed.angleDeg.toFixed(1)} degrees above square to the stem and ends at ${shown.full.angleDeg.toFixed(1)}; it wipes ${showLength(shown.sweepMm, unit)} of the valve's tip`}
        />
      )}
      <Slide
        label={stud === null ? "Stands raised by" : "Pushrod"}
        value={stud === null ? raisedMm : lengthMm}
        from={stud === null ? Math.min(0, raise ?? 0) - 3 : Math.min(now, stud.idealMm) - REACH_MM}
        to={stud === null ? Math.max(0, raise ?? 0) + 3 : Math.max(now, stud.idealMm) + REACH_MM}
        unit={unit}
        onChange={stud === null ? setRaised : setLength}
        says={`sweep ${sweepWords(shown?.sweepMm ?? null, unit)}`}
      />
      {stud !== null && (
        <LazySweepChart
          rocker={stud.rocker}
          measured={answer.measured}
          lengthMm={lengthMm}
          fromMm={Math.min(now, stud.idealMm, ...answer.measured.map((m) => m.lengthMm)) - REACH_MM}
          toMm={Math.max(now, stud.idealMm, ...answer.measured.map((m) => m.lengthMm)) + REACH_MM}
          unit={unit}
        />
      )}
      {left !== null && (
        <chakra.p
          role="status"
          fontSize="18px"
          fontWeight={left < EDGE_MM ? 700 : 400}
          color={left < EDGE_MM ? "now" : "ink"}
        >
          {left < 0
            ? "The roller runs off the edge of the tip."
            : `${showLength(left, unit)} of the tip are left beside the patch${left < EDGE_MM ? ": too near to the edge" : ""}.`}
        </chakra.p>
      )}
      {stud !== null && <Lengths answer={answer} rocker={stud} unit={unit} onShow={setLength} />}
      <chakra.p fontSize="16px" color="soft">
        {fit === null
          ? ""
          : `Fitted to ${answer.measured.length} widths: arm ${showLength(fit.armMm, unit)}, pivot ${showLength(fit.pivotAboveMm, unit)} over the tip; ${showLength(fit.rmsMm, unit)} remain between the widths and the curve. `}
        {answer.stemMm === null ? `The stem is drawn ${USUAL_STEM_MM} mm thick. ` : ""}
        {answer.offsetMm === null ? "Where the patch lies on the tip is not known: it is drawn in the middle. " : ""}
        One plane is reckoned. Check the patch with the parts themselves: light springs, both valves of a cylinder.
      </chakra.p>
    </chakra.div>
  );
}

interface SlideProps {
  readonly label: string;
  readonly value: number;
  readonly from: number;
  readonly to: number;
  readonly unit: "mm" | "in";
  readonly says: string;
  readonly onChange: (mm: number) => void;
}

/** Longer or shorter, by dragging: all that is drawn goes with it. */
const Slide = ({ label, value, from, to, unit, says, onChange }: SlideProps) => (
  <chakra.label display="flex" flexDirection="column" gap="1" fontSize="18px" _print={{ display: "none" }}>
    <span>
      {label} <b>{pushrodWords(value, unit)}</b>: {says}
    </span>
    <input
      type="range"
      min={from}
      max={to}
      step={unit === "mm" ? 0.1 : MM_PER_INCH / 200}
      value={value}
      aria-valuetext={`${pushrodWords(value, unit)}, ${says}`}
      onChange={(e) => onChange(Number(e.target.value))}
      style={{ width: "100%", height: 44, accentColor: "var(--f-colors-now)" }}
    />
  </chakra.label>
);

interface LengthsProps {
  readonly answer: Answered;
  readonly rocker: NonNullable<Answered["stud"]>;
  readonly unit: "mm" | "in";
  readonly onShow: (mm: number) => void;
}

/** The pushrods that were tried, the one that is in, and those that can be bought. */
function Lengths({ answer, rocker: { rocker, sold, order }, unit, onShow }: LengthsProps) {
  const read = new Map(answer.measured.map((m) => [m.lengthMm, m.sweepMm]));
  const all = new Map<number, LengthTried>(
    [...read.keys(), rocker.fittedMm, ...sold.map((s) => s.lengthMm)].map((mm) => [mm, tryLength(rocker, mm)]),
  );
  const what = (mm: number): string =>
    [
      mm === order?.lengthMm ? "order this" : sold.some((s) => s.lengthMm === mm) ? "sold" : null,
      mm === rocker.fittedMm ? "in now" : null,
    ]
      .filter((w) => w !== null)
      .join(", ");
  const lines = [...all.values()].sort((a, b) => a.lengthMm - b.lengthMm);
  return (
    <chakra.div overflowX="auto" tabIndex={0} role="group" aria-label="Pushrods">
      <chakra.table fontSize="17px" borderCollapse="collapse" width="100%">
        <thead>
          <tr>
            {["Pushrod", "Which", "Sweep", "Wiped, measured"].map((h) => (
              <chakra.th key={h} scope="col" textAlign="left" pr="4" fontSize="16px" color="soft">
                {h}
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <chakra.tr
              key={l.lengthMm}
              borderTop="1px solid"
              borderColor="line"
              fontWeight={l.lengthMm === order?.lengthMm ? 700 : 400}
            >
              <td>
                <Button type="button" kind="quiet" onClick={() => onShow(l.lengthMm)}>
                  {pushrodWords(l.lengthMm, unit)}
                </Button>
              </td>
              <td>{what(l.lengthMm)}</td>
              <chakra.td fontFamily="mono">{sweepWords(l.sweepMm, unit)}</chakra.td>
              <chakra.td fontFamily="mono">
                {read.has(l.lengthMm) ? showLength(read.get(l.lengthMm) ?? 0, unit) : ""}
              </chakra.td>
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </chakra.div>
  );
}
