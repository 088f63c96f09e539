import { holdingOf, type Placed } from '../holdings';
import { furtherOf, isHeldOn, isHoldIn } from '../job';
import type { PlannedSetup } from '../plan';
import { lengthRegisterOf, toolOf } from '../zero';
import { dialectOf, head, text, type Page } from './page';
import { shortestWay } from './shortestWay';

/** Over what it stands the pointer comes down slowly from here, mm. Common practice, no source. */
const SLOWLY_FROM_MM = 20;
/** mm/min. Common practice, no source. */
const SLOW_MM_MIN = 200;

/** What is set by position before a part comes, all pieces, in the order in which it is gone over. Device frame. */
export function placedIn({
  device,
  setup,
  facts,
  pieces: further,
}: Pick<PlannedSetup, 'device' | 'setup' | 'facts' | 'pieces'>): Placed[] {
  if (!device || !isHeldOn(setup, device)) return [];
  const holding = holdingOf(device);
  const pieces = [setup, ...furtherOf(setup).map((piece) => holding.moved(setup, piece))];
  return shortestWay(
    pieces.flatMap((piece, i) =>
      holding
        .placed(device, piece, (i === 0 ? facts : further[i - 1]?.facts)?.edge ?? null)
        .map((p) => (i === 0 ? p : { ...p, name: `piece ${i + 1}, ${p.name}` })),
    ),
  );
}

/**
 * Lines that go over every place where something is set: rise first, always; sideways only up there; then slowly down
 * to a look above what is set, with the length of the pointer active; a stop at each. The spindle does not turn.
 * @returns lines, or why there are none; null: nothing is set by position
 */
export function placingLines(
  page: Page,
  planned: PlannedSetup,
  issue: string,
): { text: string } | { why: string } | null {
  const { planned: all, writer } = page;
  const { note, line, fill, number } = writer;
  const places = placedIn(planned);
  const { facts, setup } = planned;
  if (places.length === 0 || !facts || !isHoldIn('flat', setup.hold)) return null;
  const { x, y, z } = facts.register;
  if (x === null || y === null) return { why: 'Where the device stands is not known: measure the station first.' };
  const dialect = dialectOf(all);
  const top = all.machine ? number(all.machine.travel.z.max) : null;
  if (!dialect.riseLine || top === null)
    return {
      why: 'The control has no moves in machine coordinates, and nothing may move sideways below the safe height.',
    };
  const rise = line(fill(dialect.riseLine, { z: top }), 'RISE FIRST');
  const { tool: wanted, clearance } = setup.hold.pointer;
  const pointer = toolOf(setup, wanted);
  const length =
    pointer && z !== null && dialect.lengthLine ? fill(dialect.lengthLine, { h: lengthRegisterOf(pointer) }) : null;
  const zero = facts.zero.shiftedInDevice;
  const down = (p: Placed): string[] => {
    if (!length) return [];
    const at = p.top + clearance - zero.z;
    return [
      line(length, `T${pointer!.number} IN THE SPINDLE`),
      `G0 Z${number(at + SLOWLY_FROM_MM)}`,
      `G1 Z${number(at)} F${number(SLOW_MM_MIN)}`,
    ];
  };
  const lines = [
    ...head(page, `SET PINS AND PODS OF OP ${planned.op}, ${issue}`),
    ...note('SPINDLE STOPPED, HAND ON FEED HOLD, NO PART ON THE DEVICE'),
    ...(length ? [] : note(pointer ? 'LENGTH OR Z NOT KNOWN: STAYS UP' : 'NO POINTER CHOSEN: STAYS UP')),
    'G90',
    'M5',
    rise,
    ...(length ? [line(dialect.stop, `PUT T${pointer!.number} INTO THE SPINDLE`)] : []),
    setup.register,
    ...places.flatMap((p, i) => [
      rise,
      `G0 X${number(p.x - zero.x)} Y${number(p.y - zero.y)}`,
      ...down(p),
      line(
        dialect.stop,
        `${i + 1} OF ${places.length}: SET ${p.name}${p.across === null ? '' : ` DIA ${number(p.across)}`}`,
      ),
    ]),
    rise,
    ...(dialect.returnLine ? [dialect.returnLine] : []),
    dialect.end,
  ];
  return { text: text(lines) };
}

/** The lines of one setup of a job. */
export type Placing = ReturnType<typeof placingLines>;
