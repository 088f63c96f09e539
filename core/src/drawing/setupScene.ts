import type { PlannedSetup, SetupFacts } from '../plan';
import type { Vise } from '../shop';
import type { Outlines } from '../solid';
import type { Speech } from '../units';
import { onView, VIEWS, type SetupOutlines, type ViewName } from './outlines';
import { moveOutlines, moveSegments, rectangle, type Dimension, type Scene, type Shape } from './scene';

/** Box given by two corners of the setup, as a rectangle of the view. */
function boxOn(view: ViewName, a: [number, number, number], b: [number, number, number]): Outlines {
  const [u0, v0] = onView(view, { x: a[0], y: a[1], z: a[2] });
  const [u1, v1] = onView(view, { x: b[0], y: b[1], z: b[2] });
  return rectangle(Math.min(u0, u1), Math.min(v0, v1), Math.max(u0, u1), Math.max(v0, v1));
}

/** The vise closed on the part: bed, jaws, parallels and stop, device frame. */
function viseShapes(view: ViewName, vise: Vise, facts: SetupFacts, setup: PlannedSetup['setup'], layer: 'behind' | 'front'): Shape[] {
  const front = -facts.hold.openingMm;
  const { jawWidth: w, jawHeight: h, jawThickness: t, bedThickness: bed, parallelThickness: p } = vise;
  const region = (role: 'steel' | 'steel-open' | 'stop', a: [number, number, number], b: [number, number, number]): Shape => ({ kind: 'region', role, outlines: boxOn(view, a, b) });
  const { height } = setup.parallels;
  const { stop } = setup;
  const rod = vise.stopDiameter / 2;
  const outwards = stop.side === 'left' ? -1 : 1;
  const stopRod = region('stop', [stop.position, -stop.fromJaw - rod, stop.height - rod], [stop.position + outwards * 18, -stop.fromJaw + rod, stop.height + rod]);
  if (layer === 'behind') {
    const shapes: Shape[] = [];
    if (view !== 'above') shapes.push(region('steel', [0, front - t, -bed], [w, t, 0]));
    if (view === 'front') {
      shapes.push(region('steel-open', [0, 0, 0], [w, t, h]));
    } else {
      shapes.push(region('steel', [0, 0, 0], [w, t, h]), region('steel', [0, front - t, 0], [w, front, h]));
    }
    if (height > 0 && view === 'leftEnd') {
      shapes.push(region('steel-open', [0, -p, 0], [w, 0, height]), region('steel-open', [0, front, 0], [w, front + p, height]));
    }
    if (height > 0 && view === 'front') shapes.push(region('steel-open', [0, -p, 0], [w, 0, height]));
    return shapes;
  }
  return view === 'leftEnd' ? [] : [stopRod];
}

function dimensions(view: ViewName, setup: PlannedSetup, facts: SetupFacts, vise: Vise, speech: Speech): Dimension[] {
  const { seat, hold, prove } = facts;
  const front = -hold.openingMm;
  const grip = Math.max(seat.jaw.touch.z[0], seat.movingJaw.touch.z[0]);
  const { height } = setup.setup.parallels;
  const loaded = seat.loadedBox;
  const vertical = (name: string, from: number, to: number, reach: number, side: 'left' | 'right', value: string): Dimension =>
    ({ kind: 'dimension', measures: name || 'width', along: 'vertical', from, to, reach, side, name, value });
  const horizontal = (name: string, from: number, to: number, reach: number, side: 'top' | 'bottom', value: string): Dimension =>
    ({ kind: 'dimension', measures: name || 'length', along: 'horizontal', from, to, reach, side, name, value });
  if (view === 'leftEnd') {
    return [
      vertical('grip', grip, vise.jawHeight, -vise.jawThickness, 'left', speech.size(hold.gripDepthMm)),
      vertical('clear', vise.jawHeight, prove.lowestCut, -front, 'right', speech.signed(prove.aboveJaws)),
      horizontal('opening', 0, -front, vise.jawHeight, 'bottom', speech.size(hold.openingMm)),
    ];
  }
  if (view === 'front') {
    return [
      ...(height > 0 ? [vertical('parallels', 0, height, 0, 'left', speech.size(height))] : []),
      vertical('top', 0, loaded.max.z, loaded.max.x, 'right', speech.size(loaded.max.z)),
    ];
  }
  return [
    horizontal('stop', 0, setup.setup.stop.position, -setup.setup.stop.fromJaw, 'bottom', speech.signed(setup.setup.stop.position)),
    horizontal('', loaded.min.x, loaded.max.x, loaded.max.y, 'top', speech.size(loaded.max.x - loaded.min.x)),
    vertical('', loaded.min.y, loaded.max.y, loaded.max.x, 'right', speech.size(loaded.max.y - loaded.min.y)),
  ];
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
  const { facts, vise, setup } = planned;
  if (!facts || !vise) return { title: VIEWS[view].title, shapes: [] };
  const by = onView(view, facts.seat.pose.translation);
  const place = (o: Outlines) => moveOutlines(o, by);
  const at = onView(view, facts.zero.shiftedInDevice);
  const shapes: Shape[] = [
    ...viseShapes(view, vise, facts, setup, 'behind'),
    { kind: 'region', role: 'removed', outlines: place(outlines.removed) },
    { kind: 'region', role: 'left', outlines: place(outlines.left.silhouette) },
    ...(outlines.unreached.length > 0 ? [{ kind: 'region' as const, role: 'unreached' as const, outlines: place(outlines.unreached) }] : []),
    ...(options.dimensions ? [{ kind: 'lines' as const, role: 'hidden' as const, segments: moveSegments(outlines.left.lines.hidden, by) }] : []),
    { kind: 'lines', role: 'edges', segments: moveSegments(outlines.left.lines.visible, by) },
    { kind: 'region', role: 'loaded', outlines: place(outlines.loaded) },
    ...(outlines.section.length > 0 ? [{ kind: 'region' as const, role: 'section' as const, outlines: place(outlines.section) }] : []),
    ...gripLines(view, facts),
    ...viseShapes(view, vise, facts, setup, 'front'),
  ];
  if (view !== 'above') {
    const [u0] = onView(view, { x: facts.seat.loadedBox.min.x, y: facts.seat.loadedBox.max.y, z: 0 });
    const [u1] = onView(view, { x: facts.seat.loadedBox.max.x, y: facts.seat.loadedBox.min.y, z: 0 });
    const out = Math.abs(u1 - u0) * 0.08;
    shapes.push({ kind: 'line', role: 'cut-level', points: [[Math.min(u0, u1) - out, facts.prove.lowestCut], [Math.max(u0, u1) + out, facts.prove.lowestCut]] });
  }
  if (options.labels) shapes.push(...labels(view, vise, facts, setup));
  if (options.dimensions) shapes.push(...dimensions(view, planned, facts, vise, speech));
  shapes.push({ kind: 'zero', mark: 'work', at, label: options.labels ? setup.register : '' });
  return { title: VIEWS[view].title, shapes };
}

/** Heavy lines where jaws and part meet. */
function gripLines(view: ViewName, facts: SetupFacts): Shape[] {
  if (view === 'front') return [];
  const { seat, hold } = facts;
  const line = (y: number, touch: typeof seat.jaw.touch): Shape => ({
    kind: 'line', role: 'grip',
    points: view === 'above'
      ? [[touch.x[0], y], [touch.x[1], y]]
      : [[-y, touch.z[0]], [-y, touch.z[1]]],
  });
  return [
    ...(seat.jaw.touches ? [line(0, seat.jaw.touch)] : []),
    ...(seat.movingJaw.touches ? [line(-hold.openingMm, seat.movingJaw.touch)] : []),
  ];
}

function labels(view: ViewName, vise: Vise, facts: SetupFacts, setup: PlannedSetup['setup']): Shape[] {
  const front = -facts.hold.openingMm;
  const onSteel = (at: [number, number], text: string): Shape => ({ kind: 'label', at, text, anchor: 'middle', backed: true });
  const t = vise.jawThickness;
  if (view === 'above') {
    const left = setup.stop.side === 'left';
    return [
      onSteel([vise.jawWidth * 0.66, t * 0.62], 'fixed jaw, rear'),
      onSteel([vise.jawWidth * 0.66, front - t * 0.62], 'moving jaw, front'),
      { kind: 'label', at: [setup.stop.position + (left ? -20 : 20), -setup.stop.fromJaw], text: 'stop', anchor: left ? 'end' : 'start' },
    ];
  }
  if (view === 'leftEnd') {
    return [onSteel([-t * 0.55, vise.jawHeight * 0.35], 'fixed'), onSteel([-front + t * 0.55, vise.jawHeight * 0.35], 'moving')];
  }
  return [];
}
