import type { PlannedSetup, SetupFacts } from '../plan';
import { isHeldOn } from '../job';
import { holdingOf } from '../holdings';
import type { Outlines } from '../solid';
import type { Speech } from '../units';
import { moveOutlines, moveSegments, onView, VIEWS, type Scene, type Shape, type ViewName } from '../scene';
import { loadedRoom } from './cuttingPlane';
import { contactLines, deviceShapes } from './deviceShapes';
import type { SetupOutlines } from './outlines';
import { cuttingLine, SECTION_VIEW, type SectionPlane } from './partScene';
import { locatorShapes } from './locatorShapes';
import type { PieceCutOpen } from './section';

/** What a setup drawing shows besides the outlines. */
export interface SceneOptions {
  readonly dimensions: boolean;
  readonly labels: boolean;
  /** arrows of what locates the part, and what is left free; left out: not shown */
  readonly locators?: boolean;
}

/** A setup cut open: by which plane, device frame, and each piece as it looks then, the first piece first. */
export interface SetupCutOpen {
  readonly plane: SectionPlane;
  readonly pieces: readonly PieceCutOpen[];
}

/**
 * One view of a setup, true to shape and scale: the vise where it really is, the part as it comes out, what was
 * loaded dashed, what is removed stippled, work zero marked. Device frame seen in the view, mm.
 * @param cutOpen the view that looks at the cut leaves out what of the device stands before it; the others show where
 */
export function setupScene({
  view,
  planned,
  outlines,
  speech,
  options,
  cutOpen = null,
}: {
  readonly view: ViewName;
  readonly planned: PlannedSetup;
  readonly outlines: SetupOutlines;
  readonly speech: Speech;
  readonly options: SceneOptions;
  readonly cutOpen?: SetupCutOpen | null;
}): Scene {
  const { facts, device, setup } = planned;
  if (!facts || !device || !isHeldOn(setup, device)) return { title: VIEWS[view].title, shapes: [] };
  const drawn = { facts, setup, pieces: planned.pieces };
  const isCut = cutOpen !== null && SECTION_VIEW[cutOpen.plane.axis].view === view;
  const pieceOf = (i: number) => {
    const cut = isCut ? cutOpen.pieces[i] : undefined;
    return cut ? { ...outlines, left: cut.left, cutFace: cut.left.cutFace, removed: cut.removed } : outlines;
  };
  const shapes: Shape[] = [
    ...deviceShapes(view, device, drawn, 'behind'),
    ...planned.pieces.flatMap((p, i) => materialShapes(view, p.facts, pieceOf(i + 1), false)),
    ...materialShapes(view, facts, pieceOf(0), options.dimensions),
    ...contactLines(view, drawn),
    ...(isCut ? [] : deviceShapes(view, device, drawn, 'front')),
  ];
  if (options.locators) shapes.push(...locatorShapes(view, facts, outlines.loaded));
  const room = loadedRoom(planned);
  if (cutOpen && room) shapes.push(...cuttingLine(view, cutOpen.plane, room));
  if (view !== 'above') shapes.push(...cutLevels(view, facts, options.labels));
  if (options.labels && view === 'above') shapes.push(...planned.pieces.map(pieceLabel));
  if (options.labels) shapes.push(...holdingOf(device).labels(view, device, drawn));
  if (options.dimensions) shapes.push(...holdingOf(device).dimensions(view, device, drawn, speech));
  shapes.push(...zeroMarks(view, [{ register: setup.register, facts }, ...planned.pieces], options.labels));
  const says = isCut ? ', part cut open' : holdingOf(device).leftOut(view, device);
  return { title: `${VIEWS[view].title}${says}`, shapes };
}

/** How deep each cut goes: across the whole part, or over what it takes away where there are several. */
function cutLevels(view: ViewName, { seat, prove: { cuts } }: SetupFacts, labels: boolean): Shape[] {
  const several = cuts.length > 1;
  return cuts.flatMap(({ lowest, removedBox }, i): Shape[] => {
    const box = several ? removedBox : seat.loadedBox;
    if (!box) return [];
    const [u0] = onView(view, { x: box.min.x, y: box.max.y, z: 0 });
    const [u1] = onView(view, { x: box.max.x, y: box.min.y, z: 0 });
    const [from, to] = [Math.min(u0, u1), Math.max(u0, u1)];
    const out = (to - from) * 0.08;
    const points: [number, number][] = [
      [from - out, lowest],
      [to + out, lowest],
    ];
    const line: Shape = { kind: 'line', role: 'cut-level', points };
    // on the side where no grip stands
    const [at, anchor] = view === 'leftEnd' ? [points[0], 'end' as const] : [points[1], 'start' as const];
    const name: Shape = { kind: 'label', at, text: `cut ${i + 1}`, anchor };
    return several && labels ? [line, name] : [line];
  });
}

/** Work zero of every piece; zeros that are seen in one place share a mark. */
function zeroMarks(
  view: ViewName,
  pieces: readonly { readonly register: string | null; readonly facts: SetupFacts }[],
  labels: boolean,
): Shape[] {
  const marks = new Map<string, { at: [number, number]; names: string[] }>();
  for (const { register, facts } of pieces) {
    const at = onView(view, facts.zero.shiftedInDevice);
    const key = at.map((v) => v.toFixed(3)).join();
    marks.set(key, { at, names: [...(marks.get(key)?.names ?? []), ...(register ? [register] : [])] });
  }
  return [...marks.values()].map(({ at, names }) => ({
    kind: 'zero',
    mark: 'work',
    at,
    label: labels ? names.join(', ') : '',
  }));
}

function pieceLabel({
  number,
  facts: {
    seat: {
      loadedBox: { min, max },
    },
  },
}: PlannedSetup['pieces'][number]): Shape {
  return {
    kind: 'label',
    at: [(min.x + max.x) / 2, min.y + (max.y - min.y) * 0.86],
    text: `piece ${number}`,
    anchor: 'middle',
    backed: true,
  };
}

/** One piece's material: as loaded dashed, what is removed stippled, what is left as it looks. */
function materialShapes(
  view: ViewName,
  { seat }: SetupFacts,
  outlines: SetupOutlines & { readonly cutFace?: Outlines },
  hidden: boolean,
): Shape[] {
  const { cutFace } = outlines;
  const by = onView(view, seat.pose.translation);
  const place = (o: Outlines) => moveOutlines(o, by);
  return [
    { kind: 'region', role: 'removed', outlines: place(outlines.removed) },
    { kind: 'region', role: 'left', outlines: place(outlines.left.silhouette) },
    ...(cutFace ? [{ kind: 'region' as const, role: 'cut-face' as const, outlines: place(cutFace) }] : []),
    ...(outlines.unreached.length > 0 && !cutFace
      ? [{ kind: 'region' as const, role: 'unreached' as const, outlines: place(outlines.unreached) }]
      : []),
    ...(hidden && !cutFace
      ? [{ kind: 'lines' as const, role: 'hidden' as const, segments: moveSegments(outlines.left.lines.hidden, by) }]
      : []),
    { kind: 'lines', role: 'edges', segments: moveSegments(outlines.left.lines.visible, by) },
    { kind: 'region', role: 'loaded', outlines: place(outlines.loaded) },
    ...(outlines.section.length > 0
      ? [{ kind: 'region' as const, role: 'section' as const, outlines: place(outlines.section) }]
      : []),
  ];
}
