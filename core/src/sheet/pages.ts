import {
  sceneBounds,
  sharedMargins,
  standardScale,
  viewsInOrder,
  type Margins,
  type Scene,
  type ViewName,
} from '../drawing';
import { AXES } from '../frames';
import type { Projection } from '../shop';
import type { Sheet, SheetSetup, SheetTool, SheetTransition } from './types';

/** How a sheet is laid out: what the PDF and the printed page have in common. Points. */
export type Paper = 'A4' | 'Letter';

/** Size of the paper, and the width between its margins. */
export const PAPER: Readonly<
  Record<Paper, { readonly width: number; readonly height: number; readonly inner: number }>
> = { A4: { width: 595, height: 842, inner: 539 }, Letter: { width: 612, height: 792, inner: 556 } };

/** Labels in drawings are a little smaller than numbers and still 10 pt. */
export const DRAWING_FONT = 10.9;
const POINTS_PER_MM = 72 / 25.4;

/** Pages of a part turned from bar: how it is held, both spindles, the account. */
const TURNED_PARTS = 3;

/**
 * Parts a sheet is printed in, so that a lost page is noticed: summary, two for each setup and ledgers; turned from bar
 * its own three. Remarks and photos are the last one, where there are any.
 */
export const partsOf = (sheet: Sheet): number => numbersOf(sheet) + (sheet.remarks ? 1 : 0);

/** The last part with numbers: the ledgers. */
export const numbersOf = (sheet: Sheet): number => (sheet.turned ? 1 + TURNED_PARTS : 2 * sheet.setups.length + 2);

/** A view as it is drawn on paper. */
export interface Picture {
  readonly view: ViewName | 'space';
  readonly scene: Scene;
  readonly width: number;
  readonly height: number;
  /** points per millimeter, and in words: "1:2"; null: as large as fits */
  readonly scale: number | null;
  readonly says: string;
  readonly margins?: Margins;
}

/** Which view tells best how a part is clamped: along the jaws for a vise, from above for what lies flat. */
const clampingView = (setup: SheetSetup): ViewName =>
  setup.rows.some((r) => r.label === 'Vise') ? 'leftEnd' : 'above';

/** What is not a page's own: margins, band and foot, points. */
const FRAME = 94;
/** Setup, its zero in a box and in words, and the titles of two pictures. */
const HEADINGS = 128;
/** Below this height nothing in space is made out, points. */
const LEAST_SPACE = 110;

/** What a scene and its dimensions take at a scale. */
function heightOf(scene: Scene, scale: number): number {
  const { min, max } = sceneBounds(scene);
  const { top, bottom } = sharedMargins([scene], DRAWING_FONT, scale);
  return (max[1] - min[1]) * scale + top + bottom + 12;
}

/** The large picture of how a setup is clamped; null: an issue older than its drawings. */
export function clampingPicture(setup: SheetSetup, paper: Paper, afterTransition: boolean): Picture | null {
  if (!setup.scenes) return null;
  const view = clampingView(setup);
  const scene = setup.scenes[view];
  const width = PAPER[paper].inner * 0.6;
  const room = (paper === 'A4' ? 470 : 420) - (afterTransition ? 120 : 0);
  const { scale, says } = standardScale([{ scene, width, height: room }], DRAWING_FONT, POINTS_PER_MM);
  return { view, scene, width, height: Math.min(room, heightOf(scene, scale)), scale, says };
}

/** Lines a text takes on paper where so many letters go into one. */
const linesOf = (text: string, letters: number): number => Math.ceil(text.length / letters);

/** What a transition takes above its setup: frame, first line, and its sentences. */
function transitionHeight({ says, edges, kept, shift, because, conditions, fromOp, toOp }: SheetTransition): number {
  const sentences = [`Op ${fromOp} to Op ${toOp}: ${says} ${edges}`, kept.join('; '), conditions.join(' ')];
  const shifts = shift ? AXES.map((a) => `Shift ${a} ${shift[a]} ${because[a]}`) : [];
  const lines = [...sentences, ...shifts].reduce((sum, text) => sum + linesOf(text, 112), 0);
  return 36 + 12 * lines;
}

/** The picture in space below it, as large as there is room for; null: there is none, or no room. */
export function spacePicture(setup: SheetSetup, paper: Paper, transition: SheetTransition | undefined): Picture | null {
  const { space } = setup;
  const above = clampingPicture(setup, paper, transition !== undefined);
  if (!space || !above) return null;
  const width = PAPER[paper].inner * 0.6;
  const { min, max } = sceneBounds(space);
  const { left, right } = sharedMargins([space], DRAWING_FONT);
  const wanted = heightOf(space, (width - left - right) / (max[0] - min[0]));
  const seat = linesOf(setup.seat, 58) + linesOf(setup.orientation.join('; '), 62);
  const taken = (transition ? transitionHeight(transition) : 0) + HEADINGS + above.height + 13 * seat;
  const room = PAPER[paper].height - FRAME - taken;
  if (room < LEAST_SPACE) return null;
  return { view: 'space', scene: space, width, height: Math.min(wanted, room), scale: null, says: 'not to scale' };
}

/** The other views of a setup, of one scale. */
export function otherPictures(setup: SheetSetup, paper: Paper, projection: Projection | undefined): Picture[] {
  const { scenes } = setup;
  if (!scenes) return [];
  const width = PAPER[paper].inner * 0.5;
  const heights = { above: 190, front: 120, leftEnd: 190 };
  const large = clampingView(setup);
  const shown: ViewName[] = large === 'leftEnd' ? [...viewsInOrder(projection)] : ['front', 'leftEnd'];
  const scale = standardScale(
    shown.map((v) => ({ scene: scenes[v], width, height: heights[v] })),
    DRAWING_FONT,
    POINTS_PER_MM,
  );
  const margins =
    large === 'leftEnd' ? sharedMargins([scenes.above, scenes.front], DRAWING_FONT, scale.scale) : undefined;
  return shown.map((view) => ({ view, scene: scenes[view], width, height: heights[view], ...scale, margins }));
}

/** Columns of the tools: what, its heading, its share of the width. */
export const TOOL_COLUMNS: readonly (readonly [keyof SheetTool, string, string])[] = [
  ['number', 'T', '7%'],
  ['description', 'Tool', '27%'],
  ['diameter', 'Diameter', '13%'],
  ['length', 'Length', '11%'],
  ['lengthIn', 'H', '7%'],
  ['sticksOut', 'Sticks out', '10%'],
  ['holder', 'Holder', '11%'],
  ['speed', '1/min', '7%'],
  ['feed', 'Feed', '7%'],
];

/** So many changes are listed; more are counted. */
const MOST_CHANGES = 40;

/** What changed since the issue before, a line each. */
export function changedInWords({ changes }: NonNullable<Sheet['changed']>): string[] {
  if (changes.length === 0) return ['No number and no choice.'];
  const lines = changes
    .slice(0, MOST_CHANGES)
    .map(
      (c) =>
        `${c.place}, ${c.name}: was ${c.before.replace(/\.$/, '')}; now ${c.after}${c.difference ? ` (${c.difference})` : ''}`,
    );
  return changes.length > MOST_CHANGES
    ? [...lines, `and ${changes.length - MOST_CHANGES} more: see the page Sheet.`]
    : lines;
}

/** What stands where a work zero is told: its register, its values or what is said instead, and the line below. */
export function zeroTold(setup: SheetSetup): {
  readonly register: string;
  readonly values: SheetSetup['workZero'];
  readonly says: string;
} {
  const values = setup.workZero ?? setup.shiftFromFirst;
  return {
    register: setup.workZero || !values ? setup.register : `${setup.register} shift`,
    values,
    says:
      setup.zeroOf === ''
        ? setup.seat
        : `Work zero: ${setup.zeroOf}.${setup.workZero ? ' Machine coordinates.' : values ? ` ${setup.instead}` : ''}`,
  };
}
