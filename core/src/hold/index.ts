import type { SeatFacts } from '../seat';
import type { Vise } from '../shop';

/** How the vise holds the part. Device frame, mm. */
export interface HoldFacts {
  /** distance between the jaw faces when closed on the part */
  readonly openingMm: number;
  /** height over which both jaws touch */
  readonly gripDepthMm: number;
  readonly fixedJawAreaMm2: number;
  readonly movingJawAreaMm2: number;
  /** jaw top above the bed */
  readonly jawTop: number;
  /** how far each jaw's contact begins above the rest where narrower, already finished material lies below it; 0: none */
  readonly caught: { readonly fixed: number; readonly moving: number };
}

export function planHold(seat: SeatFacts, vise: Vise, parallelsHeight: number): HoldFacts {
  const { jaw, movingJaw } = seat;
  const bottom = Math.max(jaw.touch.z[0], movingJaw.touch.z[0]);
  const top = Math.min(jaw.touch.z[1], movingJaw.touch.z[1]);
  const bothTouch = jaw.touches && movingJaw.touches;
  const caughtBy = (contact: SeatFacts['jaw']) =>
    contact.touches && Math.abs(contact.rawMm) > 1e-6 && contact.touch.z[0] > Math.max(parallelsHeight, seat.loadedBox.min.z) + 0.01
      ? vise.jawHeight - contact.touch.z[0] : 0;
  return {
    openingMm: jaw.seatedLevel - movingJaw.seatedLevel,
    gripDepthMm: bothTouch ? Math.max(0, roundTouch(top) - roundTouch(bottom)) : 0,
    fixedJawAreaMm2: jaw.flatAreaMm2,
    movingJawAreaMm2: movingJaw.flatAreaMm2,
    jawTop: vise.jawHeight,
    caught: { fixed: caughtBy(jaw), moving: caughtBy(movingJaw) },
  };
}

/** Contact windows are a tenth of a micrometre smaller than the jaws; extents are told without that. */
function roundTouch(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}
