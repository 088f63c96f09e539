import type { FurtherPiece } from './further';

/** What is known of the choices of one way of holding without the device. */
export interface HoldKind<H> {
  /** nothing decided yet */
  readonly nothing: H;
  /** ids of the library it names */
  refersTo(hold: H): { readonly clamps: readonly (string | null)[]; readonly bonds: readonly (string | null)[] };
  /** features of the part it names, and what for */
  features(hold: H): readonly { readonly id: string; readonly for: string }[];
  /** as it is for another setup, where other faces lie */
  withoutFeatures(hold: H): H;
  /** pieces beside the first */
  further(hold: H): readonly FurtherPiece[];
}
