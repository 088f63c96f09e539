import type { Finding } from '../findings';
import type { Vec3 } from '../frames';
import type { Decision } from '../holdings';
import type { ViewName } from '../scene';
import { capital } from '../units';
import type { PlannedSetup } from './planned';

/** Where in the drawings a finding is marked: at what is decided there, in the view that shows it best. */
interface Shows {
  /** items of decisions, the first that is there; ending in "-": all that begin so; "zero": the work zero */
  readonly on: readonly string[];
  readonly view: ViewName;
}

/** What of a decision says where it stands. */
type Stands = Pick<Decision, 'item' | 'thing' | 'at'>;

const spread = (shows: Shows, codes: readonly string[]) => codes.map((code): [string, Shows] => [code, shows]);

/** Which findings are marked, and where. What is not here speaks of nothing that stands in one place. */
const SHOWN: ReadonlyMap<string, Shows> = new Map([
  ...spread({ on: ['stop', 'locate-x'], view: 'above' }, ['stop-touches-nothing', 'stop-meets-another-face']),
  ...spread({ on: ['parallels', 'pocket', 'under', 'rest-height'], view: 'leftEnd' }, [
    'part-not-carried',
    'part-not-resting',
    'part-stands-beside-rest',
    'grip-too-shallow',
    'raw-caught-below-jaw-tops',
    'parallels-higher-than-jaws',
    'pocket-too-deep',
    'jaws-touch-nothing',
  ]),
  ...spread({ on: ['pin-'], view: 'above' }, ['pins-do-not-meet-part', 'pin-beside-hole']),
  ...spread({ on: ['edge-pin-'], view: 'above' }, [
    'edge-pin-beside-hole',
    'edge-pin-meets-nothing',
    'pins-for-other-edge',
    'pins-in-each-other',
  ]),
  ...spread({ on: ['hole-'], view: 'above' }, ['dowel-hole-in-part', 'dowel-hole-off-blank', 'dowel-hole-thin-wall']),
  ...spread({ on: ['piece-'], view: 'above' }, ['piece-beside-jaw', 'pieces-in-each-other']),
  ...spread({ on: ['locate-x', 'locate-y'], view: 'above' }, ['laid-by-hand']),
  ...spread({ on: ['locate-x', 'locate-y', 'pin-', 'stop'], view: 'above' }, ['can-still-move', 'decided-twice']),
  ...spread({ on: ['clamp-'], view: 'above' }, [
    'bolt-beside-slot',
    'bolt-does-not-fit',
    'bolt-near-proof-load',
    'bolt-over-proof-load',
    'clamp-beside-part',
    'clamp-over-hollow',
    'clamp-torque-missing',
    'fastener-too-long',
    'fastener-too-short',
    'plate-thread-strips',
    'slot-lips-give',
    'strap-bends',
    'strap-no-lever',
    'strap-too-short',
  ]),
  ...spread({ on: ['gasket-inset'], view: 'above' }, [
    'gasket-does-not-seal',
    'gasket-encloses-nothing',
    'gasket-leaks',
    'gasket-overfills-groove',
  ]),
  ...spread({ on: ['pod-'], view: 'above' }, ['pod-leaks', 'overhang-over-pods']),
  ...spread({ on: ['rest-height'], view: 'front' }, ['stands-out-too-far', 'chuck-grips-nothing', 'grip-not-round']),
  ...spread({ on: ['support-'], view: 'front' }, ['support-does-not-reach']),
  ...spread({ on: ['depth', 'depth-'], view: 'front' }, [
    'board-cut-too-deep',
    'cut-ends-at-underside',
    'cut-into-rest',
    'cut-into-device',
    'cut-cannot-reach',
    'cut-clears-nothing-chosen',
    'depth-face-does-not-look-up',
    'jaw-top-above-lowest-cut',
    'setup-removes-nothing',
  ]),
  ...spread({ on: ['zero'], view: 'above' }, [
    'raw-face-touched',
    'register-used-twice',
    'zero-differs-from-program',
    'zero-feature-gives-no-place',
    'zero-outside-travel',
  ]),
]);

export const CODES_SHOWN: readonly string[] = [...SHOWN.keys()];

/** Findings that are marked at one place of a setup. */
export interface Spot {
  /** the item of a decision, or "zero" */
  readonly item: string;
  /** device frame */
  readonly at: Vec3;
  /** the view it is marked in where several are shown */
  readonly view: ViewName;
  readonly findings: readonly Finding[];
}

/** Whether the words name just that thing: "strap 1" is not in "strap 12". */
function isNamedIn(says: string, thing: string): boolean {
  const [text, name] = [says.toLowerCase(), thing.toLowerCase()];
  const goesOn = (c: string | undefined) => c !== undefined && /[\p{L}\p{N}]/u.test(c);
  for (let i = text.indexOf(name); i >= 0; i = text.indexOf(name, i + 1))
    if (!goesOn(text[i - 1]) && !goesOn(text[i + name.length])) return true;
  return false;
}

function itemOf(f: Finding, shows: Shows, decisions: readonly Stands[]): Stands | null {
  // what is said of a further piece begins with it
  const piece = decisions.find((d) => d.item.startsWith('piece-') && f.says.startsWith(`${capital(d.thing)}:`));
  if (piece) return piece;
  for (const on of shows.on) {
    const all = decisions.filter((d) => (on.endsWith('-') ? d.item.startsWith(on) : d.item === on));
    const items = new Set(all.map((d) => d.item));
    const found = items.size > 1 ? all.find((d) => isNamedIn(f.says, d.thing)) : all[0];
    if (found) return found;
  }
  return null;
}

/**
 * Where what is wrong with a setup stands in its drawings. Notes are not marked, nor what speaks of no one place.
 * @param decisions of this setup
 */
export function spotsOf(
  { id, facts }: PlannedSetup,
  findings: readonly Finding[],
  decisions: readonly Stands[],
): Spot[] {
  const spots = new Map<string, Spot>();
  for (const f of findings) {
    const shows = SHOWN.get(f.code);
    if (!shows || !facts || f.setupId !== id || f.level === 'note') continue;
    const decision = itemOf(f, shows, decisions);
    const item = decision?.item ?? (shows.on.includes('zero') ? 'zero' : null);
    if (item === null) continue;
    const at = decision?.at ?? facts.zero.shiftedInDevice;
    spots.set(item, {
      view: shows.view,
      ...spots.get(item),
      item,
      at,
      findings: [...(spots.get(item)?.findings ?? []), f],
    });
  }
  return [...spots.values()];
}
