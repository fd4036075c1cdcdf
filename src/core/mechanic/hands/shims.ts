import { middleOf } from "../../job/ledger/readings";
import { outOfBand } from "../../job/tasks/shims";
import { sizeOf } from "../../parts/advise";
import { newThicknessMm } from "../../shims/oneValve";
import type { Hand } from "../madeUpEngine";
import type { Draft } from "../../job/ledger/entry";
import { SCREW_HAND } from "./screw";

/** The nearest step of the trade at every valve that is out, from a kit that nobody kept count of then. */
export const SHIMS_HAND: Hand = {
  ...SCREW_HAND,
  step: (bench, _thing, stop, state) => {
    const { shimsMm } = bench.given;
    if (shimsMm === undefined) return null;
    return outOfBand(state).flatMap(({ valve: { id, spec }, last }): Draft[] => {
      if (last === null) return [];
      const fromMm = shimsMm[id] ?? 0;
      const lengthMm = sizeOf(newThicknessMm(fromMm, middleOf(last), spec.nominalMm));
      bench.lashMm[id] = (bench.lashMm[id] ?? 0) + fromMm - lengthMm;
      const nobody = { partFrom: null, part: null, collets: null, instrument: null };
      return [{ kind: "fitted", valve: id, stop, fromMm, lengthMm, ...nobody }];
    });
  },
};
