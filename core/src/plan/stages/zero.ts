import { subtract, type Box3, type Orientation } from '../../frames';
import type { Programmed, Setup } from '../../job';
import { ledgerOf, NO_LEDGER, type Ledger, type TouchedStation } from '../../ledger';
import type { HoldFacts } from '../../hold';
import { seatInWords, type SeatedPart, type SeatFacts } from '../../seat';
import type { Machine, StationHere } from '../../shop';
import { isInOutlines } from '../../solid';
import type { Speech } from '../../units';
import {
  compareProgrammed,
  featureLevel,
  featureLevels,
  lengthBasis,
  lengthInRegister,
  nothingToTouch,
  registerValue,
  setterTop,
  toolOf,
  touchableFaces,
  touchAt,
  touchList,
  touchOffWorksheet,
  workZero,
  zeroInWords,
  type AxisTouchOff,
  type ProgrammedFacts,
  type TouchableFace,
  type TouchOff,
  type UprightRound,
  type ZeroFacts,
} from '../../zero';
import { lookupIn, nameIn, type FeaturesHere } from '../features';
import type { Stage } from '../graph';
import type { SetupFacts } from '../planned';
import type { Sections } from './lying';

/** Stands for a station that is not chosen, when the zero was touched off all the same. */
const NOWHERE: StationHere = { id: '', name: '', position: null, plusMinus: null, measuredFor: [], note: '' };

/** Where work zero is, and from where that is counted. */
export interface Zeroed {
  readonly zero: ZeroFacts;
  /** where the device really stands, from a zero touched off here or earlier; null: as measured, or unknown */
  readonly touched: TouchedStation | null;
  /** the station as it was measured, and holds today */
  readonly lasting: StationHere | null;
  /** where the device stands: as touched off, else as measured */
  readonly standing: StationHere | null;
}

interface ZeroInputs {
  setup: Pick<Setup, 'op' | 'orientation' | 'zero' | 'measured'>;
  seat: SeatFacts;
  here: FeaturesHere;
  station: StationHere | null;
  /** false: machine coordinates are new every time the machine is switched on */
  homes: boolean;
  earlier: TouchedStation | null;
}
export const zeroStage: Stage<ZeroInputs, Zeroed> = {
  name: 'zero',
  compute: ({ setup, seat, here, station, homes, earlier }) => {
    const { levels } = featureLevels(setup.zero, setup.orientation, lookupIn(here));
    const { measured } = setup;
    const found = (at: NonNullable<typeof measured>): TouchedStation => {
      const { shiftedInDevice } = workZero(seat, setup.zero, null, levels);
      return { position: subtract(at, shiftedInDevice), from: `Op ${setup.op}, ${at.from}` };
    };
    const touched = measured && seat.settled ? found(measured) : earlier;
    const lasting = station && !homes ? { ...station, position: null } : station;
    const standing = touched ? { ...(station ?? NOWHERE), position: touched.position } : lasting;
    // a part that keeps sliding to and fro has no place, and so no zero
    return { zero: workZero(seat, setup.zero, seat.settled ? standing : null, levels), touched, lasting, standing };
  },
};

interface LedgerInputs {
  setup: Pick<Setup, 'orientation' | 'zero' | 'lengths' | 'tools'>;
  why: string;
  seat: SeatFacts;
  zeroed: Zeroed;
  here: FeaturesHere;
  sizeTolerance: number;
  speech: Speech;
  common: Machine['commonOffset'] | null;
}
/** The account of the register, and the register. */
interface Account {
  readonly ledger: Ledger;
  readonly register: SetupFacts['register'];
}
export const ledgerStage: Stage<LedgerInputs, Account> = {
  name: 'ledger',
  compute: ({ setup, why, seat, zeroed, here, sizeTolerance, speech, common }) => {
    const { zero, touched, lasting, standing } = zeroed;
    if (!seat.settled) return { ledger: NO_LEDGER, register: { x: null, y: null, z: null } };
    const stationZ = standing?.position?.z ?? null;
    const lengths = lengthBasis(setup, setterTop(setup, stationZ));
    return {
      ledger: ledgerOf({
        setup,
        why,
        seat,
        zero,
        station: lasting,
        sizeTolerance,
        speech,
        nameOf: nameIn(here),
        touched,
        lengths,
        common,
      }),
      register: registerValue(setup, zero, stationZ, common ?? undefined),
    };
  },
};

/** Faces of the part that nothing covers. */
export const touchableStage: Stage<{ part: SeatedPart; seat: SeatFacts; open: HoldFacts['open'] }, TouchableFace[]> = {
  name: 'touchable faces',
  compute: ({ part: { loaded, finished, blankSide, film }, seat, open }) =>
    touchableFaces({ seat, loaded, finished, open: (faces) => open[faces], blankSide, ...(film && { film }) }),
};

/** How far below the top of the material a bore or boss is touched. Common practice, no source. */
const TOUCHED_BELOW_TOP_MM = 3;

interface TouchInputs {
  setup: Pick<Setup, 'orientation' | 'touchOff' | 'lengths' | 'tools'>;
  seat: SeatFacts;
  zeroed: Zeroed;
  touchable: readonly TouchableFace[];
  here: FeaturesHere;
  loaded: Sections;
  speech: Speech;
  commonZ: number;
}
interface Touching {
  readonly worksheet: readonly AxisTouchOff[];
  readonly touchOff: readonly TouchOff[];
}
export const touchStage: Stage<TouchInputs, Touching> = {
  name: 'touch-off',
  compute: ({ setup, seat, zeroed: { zero, standing }, touchable, here, loaded, speech, commonZ }) => {
    const nothing = nothingToTouch('The seat does not settle: there is no zero to find.');
    if (!seat.settled) return { worksheet: nothing, touchOff: [] };
    const roundOf = (id: string): UprightRound | null => {
      const f = lookupIn(here)(id);
      if (!f || f.kind === 'plane') return null;
      const [x, y] = [featureLevel(f, 'x', setup.orientation), featureLevel(f, 'y', setup.orientation)];
      if (x === null || y === null) return null;
      // a little below the top of the material, where the tool touches
      const depth = seat.loadedBox.max.z - TOUCHED_BELOW_TOP_MM - seat.pose.translation.z;
      const filled = isInOutlines(loaded.at(depth), [x, y]);
      const inside = f.kind !== 'boss';
      return { name: nameIn(here)(id), inside, diameter: f.diameter, seated: { x, y }, isOpen: filled !== inside };
    };
    const touching = toolOf(setup, setup.touchOff.top.tool);
    const counted = touching && lengthInRegister(setup, touching, standing?.position?.z ?? null);
    const asked = { setup, seat, zero, touchable, roundOf, speech, lengthInRegister: counted, commonZ };
    const worksheet = touchOffWorksheet(asked);
    return { worksheet, touchOff: touchList(worksheet, touchable, (face) => touchAt(asked, face)) };
  },
};

interface ProgrammedInputs {
  programmed: Programmed | null;
  setup: Pick<Setup, 'orientation' | 'zero'>;
  seat: SeatFacts;
  zero: ZeroFacts;
  part: Box3;
  blank: Box3;
  here: FeaturesHere;
}
/** How the program's own zero compares; null: not stated. */
export const programmedStage: Stage<ProgrammedInputs, ProgrammedFacts | null> = {
  name: 'programmed zero',
  compute: ({ programmed, here, ...with_ }) =>
    programmed && compareProgrammed({ programmed, ...with_, lookup: lookupIn(here) }),
};

interface WordsInputs {
  seat: SeatFacts;
  zero: Setup['zero'];
  orientation: Orientation;
  here: FeaturesHere;
  speech: Speech;
}
export const wordsStage: Stage<WordsInputs, SetupFacts['says']> = {
  name: 'words',
  compute: ({ seat, zero, orientation, here, speech }) => ({
    seat: seatInWords(seat, speech),
    zero: zeroInWords(zero, orientation, nameIn(here)),
  }),
};
