import type { PlannedSetup, SetupFacts } from '../plan';
import { isOf, type Device, type Vise } from '../shop';
import { fixedSide, pocketOf } from '../holdings';
import type { Outlines } from '../solid';
import type { Speech } from '../units';
import { onView, VIEWS, type SetupOutlines, type ViewName } from './outlines';
import { contactLines, deviceShapes, shownVise, type Drawn } from './deviceShapes';
import { moveOutlines, moveSegments, type Dimension, type Scene, type Shape } from './scene';

interface Dimensioned {
  readonly vertical: (name: string, from: number, to: number, reach: number, side: 'left' | 'right', value: string) => Dimension;
  readonly horizontal: (name: string, from: number, to: number, reach: number, side: 'top' | 'bottom', value: string) => Dimension;
}

const make: Dimensioned = {
  vertical: (name, from, to, reach, side, value) => ({ kind: 'dimension', measures: name || 'width', along: 'vertical', from, to, reach, side, name, value }),
  horizontal: (name, from, to, reach, side, value) => ({ kind: 'dimension', measures: name || 'length', along: 'horizontal', from, to, reach, side, name, value }),
};

/** Over-all sizes of the material as loaded, seen from above. */
function sizes({ seat: { loadedBox: b } }: SetupFacts, speech: Speech): Dimension[] {
  return [
    make.horizontal('', b.min.x, b.max.x, b.max.y, 'top', speech.size(b.max.x - b.min.x)),
    make.vertical('', b.min.y, b.max.y, b.max.x, 'right', speech.size(b.max.y - b.min.y)),
  ];
}

function viseDimensions(view: ViewName, setup: PlannedSetup, facts: SetupFacts, vise: Vise, speech: Speech): Dimension[] {
  const { seat, hold, prove } = facts;
  const opening = hold.vise?.openingMm ?? 0;
  const front = fixedSide(vise) > 0 ? -opening : 0;
  const grip = Math.max(seat.y.touch.z[0], seat.movingJaw?.touch.z[0] ?? 0);
  const height = seat.locators.z.at;
  const { stop } = setup.setup;
  const { thickness } = shownVise(vise, { facts, setup: setup.setup, pieces: setup.pieces });
  if (view === 'leftEnd') {
    return [
      make.vertical('grip', grip, vise.jawHeight, fixedSide(vise) > 0 ? -thickness : -opening - thickness, 'left', speech.size(hold.vise?.gripDepthMm ?? 0)),
      make.vertical('clear', vise.jawHeight, prove.lowestCut, -front, 'right', speech.signed(prove.aboveTop)),
      make.horizontal('opening', -front - opening, -front, vise.jawHeight, 'bottom', speech.size(opening)),
    ];
  }
  if (view === 'front') {
    return [
      ...(height > 0 ? [make.vertical('parallels', 0, height, 0, 'left', speech.size(height))] : []),
      make.vertical('top', 0, seat.loadedBox.max.z, seat.loadedBox.max.x, 'right', speech.size(seat.loadedBox.max.z)),
    ];
  }
  return [make.horizontal(pocketOf(setup.setup) ? 'pocket wall' : 'stop', 0, stop.position, pocketOf(setup.setup) ? seat.loadedBox.min.y : -fixedSide(vise) * stop.fromJaw, 'bottom', speech.signed(stop.position)), ...sizes(facts, speech)];
}

function otherDimensions(view: ViewName, facts: SetupFacts, device: Device, speech: Speech): Dimension[] {
  const { seat, prove, hold } = facts;
  const { x, y, z } = seat.locators;
  const b = seat.loadedBox;
  if (view === 'above') {
    const flat = isOf('flat', device) ? [make.horizontal('from left', 0, x.at, b.min.y, 'bottom', speech.signed(x.at)), make.vertical('from front', 0, y.at, b.min.x, 'left', speech.signed(y.at))] : [];
    // from the device's own edge only where that edge is drawn; far away it would shrink the picture
    return [...flat.filter((d) => Math.abs(d.to) < 0.6 * Math.max(b.max.x - b.min.x, b.max.y - b.min.y)), ...sizes(facts, speech)];
  }
  if (view === 'leftEnd') return hold.top.z > -1e8 && hold.top.wantedMm > -1e8 && prove.removedBox ? [make.vertical('clear', hold.top.z, prove.lowestCut, -b.min.y, 'right', speech.signed(prove.aboveTop))] : [];
  return [...(z.kind === 'height' ? [make.vertical(z.name, 0, z.at, b.min.x, 'left', speech.size(z.at))] : []), make.vertical('top', 0, b.max.z, b.max.x, 'right', speech.size(b.max.z))];
}

/** What a setup drawing shows besides the outlines. */
export interface SceneOptions {
  readonly dimensions: boolean;
  readonly labels: boolean;
}

/**
 * One view of a setup, true to shape and scale: the vise where it really is, the part as it comes out, what was
 * loaded dashed, what is removed stippled, work zero marked. Device frame seen in the view, mm.
 */
export function setupScene(view: ViewName, planned: PlannedSetup, outlines: SetupOutlines, speech: Speech, options: SceneOptions): Scene {
  const { facts, device, setup } = planned;
  if (!facts || !device) return { title: VIEWS[view].title, shapes: [] };
  const drawn = { ...planned, facts };
  const shapes: Shape[] = [
    ...deviceShapes(view, device, drawn, 'behind'),
    ...planned.pieces.flatMap((p) => materialShapes(view, p.facts, outlines, false)),
    ...materialShapes(view, facts, outlines, options.dimensions),
    ...contactLines(view, drawn),
    ...deviceShapes(view, device, drawn, 'front'),
  ];
  if (view !== 'above') {
    const [u0] = onView(view, { x: facts.seat.loadedBox.min.x, y: facts.seat.loadedBox.max.y, z: 0 });
    const [u1] = onView(view, { x: facts.seat.loadedBox.max.x, y: facts.seat.loadedBox.min.y, z: 0 });
    const out = Math.abs(u1 - u0) * 0.08;
    shapes.push({ kind: 'line', role: 'cut-level', points: [[Math.min(u0, u1) - out, facts.prove.lowestCut], [Math.max(u0, u1) + out, facts.prove.lowestCut]] });
  }
  if (options.labels && view === 'above') shapes.push(...planned.pieces.map(pieceLabel));
  if (options.labels) shapes.push(...(isOf('vise', device) ? viseLabels(view, device, drawn) : otherLabels(view, facts)));
  if (options.dimensions) shapes.push(...(isOf('vise', device) ? viseDimensions(view, planned, facts, device, speech) : otherDimensions(view, facts, device, speech)));
  shapes.push(...zeroMarks(view, [{ register: setup.register, facts }, ...planned.pieces], options.labels));
  return { title: titleOf(view, device), shapes };
}

/** What the view shows; in front of a part in a vise stands a jaw, which is not drawn. */
function titleOf(view: ViewName, device: Device): string {
  const hidden = view === 'front' && isOf('vise', device) ? ` (${fixedSide(device) > 0 ? 'moving' : 'fixed'} jaw left out)` : '';
  return `${VIEWS[view].title}${hidden}`;
}

/** Work zero of every piece; zeros that are seen in one place share a mark. */
function zeroMarks(view: ViewName, pieces: readonly { readonly register: string | null; readonly facts: SetupFacts }[], labels: boolean): Shape[] {
  const marks = new Map<string, { at: [number, number]; names: string[] }>();
  for (const { register, facts } of pieces) {
    const at = onView(view, facts.zero.shiftedInDevice);
    const key = at.map((v) => v.toFixed(3)).join();
    marks.set(key, { at, names: [...(marks.get(key)?.names ?? []), ...(register ? [register] : [])] });
  }
  return [...marks.values()].map(({ at, names }) => ({ kind: 'zero', mark: 'work', at, label: labels ? names.join(', ') : '' }));
}

function pieceLabel({ number, facts: { seat: { loadedBox: { min, max } } } }: PlannedSetup['pieces'][number]): Shape {
  return { kind: 'label', at: [(min.x + max.x) / 2, min.y + (max.y - min.y) * 0.86], text: `piece ${number}`, anchor: 'middle', backed: true };
}

/** One piece's material: as loaded dashed, what is removed stippled, what is left as it looks. */
function materialShapes(view: ViewName, { seat }: SetupFacts, outlines: SetupOutlines, hidden: boolean): Shape[] {
  const by = onView(view, seat.pose.translation);
  const place = (o: Outlines) => moveOutlines(o, by);
  return [
    { kind: 'region', role: 'removed', outlines: place(outlines.removed) },
    { kind: 'region', role: 'left', outlines: place(outlines.left.silhouette) },
    ...(outlines.unreached.length > 0 ? [{ kind: 'region' as const, role: 'unreached' as const, outlines: place(outlines.unreached) }] : []),
    ...(hidden ? [{ kind: 'lines' as const, role: 'hidden' as const, segments: moveSegments(outlines.left.lines.hidden, by) }] : []),
    { kind: 'lines', role: 'edges', segments: moveSegments(outlines.left.lines.visible, by) },
    { kind: 'region', role: 'loaded', outlines: place(outlines.loaded) },
    ...(outlines.section.length > 0 ? [{ kind: 'region' as const, role: 'section' as const, outlines: place(outlines.section) }] : []),
  ];
}

function viseLabels(view: ViewName, vise: Vise, drawn: Drawn): Shape[] {
  const { facts, setup } = drawn;
  const s = fixedSide(vise);
  const moving = -s * (facts.hold.vise?.openingMm ?? 0);
  const onSteel = (at: [number, number], text: string, anchor: 'start' | 'middle' | 'end' = 'middle'): Shape => ({ kind: 'label', at, text, anchor, backed: true });
  const { thickness: t, width } = shownVise(vise, drawn);
  const [rear, front] = s > 0 ? ['fixed jaw', 'moving jaw'] : ['moving jaw', 'fixed jaw'];
  if (view === 'above') {
    const left = setup.stop.side === 'left';
    const [rearY, frontY] = s > 0 ? [0, moving] : [moving, 0];
    const end = facts.zero.inDevice.x < width / 2 ? { at: width - 2, anchor: 'end' as const } : { at: 2, anchor: 'start' as const };
    return [
      // at the end of the jaws that is farther from the mark of the zero and its name
      onSteel([end.at, rearY + t * 0.62], rear, end.anchor),
      onSteel([end.at, frontY - t * 0.62], front, end.anchor),
      ...(pocketOf(setup) ? [] : [{ kind: 'label' as const, at: [setup.stop.position + (left ? -20 : 20), -s * setup.stop.fromJaw] as const, text: 'stop', anchor: left ? 'end' as const : 'start' as const }]),
    ];
  }
  if (view === 'leftEnd') {
    return [onSteel([-s * t * 0.55, vise.jawHeight * 0.35], 'fixed'), onSteel([-moving + s * t * 0.55, vise.jawHeight * 0.35], 'moving')];
  }
  return [];
}

/** Names of what stands around the part, from above, outside the part where there is room. */
function otherLabels(view: ViewName, facts: SetupFacts): Shape[] {
  if (view !== 'above') return [];
  const named = facts.hold.obstacles.filter((o) => !/^(bolt|step block|shank|body|jaws)/.test(o.name)).slice(0, 12);
  return named.map((o): Shape => {
    const points = o.footprint.flat();
    const middle: [number, number] = [points.reduce((sum, p) => sum + p[0], 0) / points.length, points.reduce((sum, p) => sum + p[1], 0) / points.length];
    return { kind: 'label', at: middle, text: o.name.replace(/^head of /, ''), anchor: 'middle', backed: true };
  });
}
