/** A reading as figures: its interval, its middle, and what it says against a band. Lengths in mm. */
import { type Verdict, judgeInterval } from "../../lash/judge";
import type { LashSpec } from "../../lash/spec";
import type { Interval } from "../../units/interval";
import type { LeafMark } from "./fields";

/** What was read between: at least `goes`, under `noGo`. */
export interface ReadBetween {
  readonly goes: LeafMark;
  readonly noGo: LeafMark;
}

export const intervalOf = ({ goes, noGo }: ReadBetween): Interval => ({ lo: goes.mm, hi: noGo.mm });
export const middleOf = ({ goes, noGo }: ReadBetween): number => (goes.mm + noGo.mm) / 2;
/** How far its leaves leave it open to either side. */
export const halfWidthOf = ({ goes, noGo }: ReadBetween): number => (noGo.mm - goes.mm) / 2;

/** Where no leaf goes it is under the thinnest: tight only where the band begins above that. */
export const verdictOf = ({ goes, noGo }: ReadBetween, spec: LashSpec): Verdict =>
  judgeInterval(goes.mm, noGo.mm, spec);

/** Under any leaf's tolerance. */
const EPS_MM = 1e-9;

/** No leaf goes, and the band begins above the thinnest that was tried: the valve may be held open. */
export const mayBeHeldOpen = ({ goes, noGo }: ReadBetween, { lowMm }: LashSpec): boolean =>
  goes.mm === 0 && noGo.mm <= lowMm + EPS_MM;

/** Whether a reading lies wholly outside the aim and what a job allows around it; never where it allows the whole band. */
export const isOffAim = (allToAimMm: number | null, { goes, noGo }: ReadBetween, { nominalMm }: LashSpec): boolean =>
  allToAimMm !== null && (noGo.mm <= nominalMm - allToAimMm + EPS_MM || goes.mm > nominalMm + allToAimMm + EPS_MM);
