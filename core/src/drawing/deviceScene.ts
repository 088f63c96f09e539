import { isOf, type Device, type FlatDevice, type RoundDevice, type Vise } from '../shop';
import { rectangle, type Point, type Scene, type Shape } from './scene';

const steel = (x0: number, y0: number, x1: number, y1: number): Shape => ({ kind: 'region', role: 'steel', outlines: rectangle(x0, y0, x1, y1) });
const open = (x0: number, y0: number, x1: number, y1: number): Shape => ({ kind: 'region', role: 'steel-open', outlines: rectangle(x0, y0, x1, y1) });
const mark = (points: readonly Point[]): Shape => ({ kind: 'line', role: 'groove', points });
const dot = (x: number, y: number, r: number): Shape => ({ kind: 'region', role: 'groove', outlines: [Array.from({ length: 16 }, (_, i) => [x + r * Math.cos((i * Math.PI) / 8), y + r * Math.sin((i * Math.PI) / 8)] as const)] });
const many = (first: number, pitch: number, last: number): number[] => Array.from({ length: Math.max(0, Math.floor((last - first) / pitch + 1e-9) + 1) }, (_, i) => first + i * pitch);

/** A vise from its left end, half open: fixed jaw where it is. */
function viseScene(v: Vise): Shape[] {
  const gap = v.maxOpening / 2;
  const [left, right] = v.fixedJaw === 'rear' ? ['fixed', 'moving'] : ['moving', 'fixed'];
  const step = v.jaws === 'step' ? [open(0, 0, v.stepDepth, v.stepHeight), open(gap - v.stepDepth, 0, gap, v.stepHeight)] : [];
  return [
    steel(-v.jawThickness, -v.bedThickness, gap + v.jawThickness, 0), steel(-v.jawThickness, 0, 0, v.jawHeight), steel(gap, 0, gap + v.jawThickness, v.jawHeight), ...step,
    { kind: 'label', at: [-v.jawThickness * 0.5, v.jawHeight * 0.35], text: left, anchor: 'middle', backed: true },
    { kind: 'label', at: [gap + v.jawThickness * 0.5, v.jawHeight * 0.35], text: right, anchor: 'middle', backed: true },
  ];
}

/** A flat device from above, with what is on it. */
function flatScene(d: FlatDevice): Shape[] {
  const bed = open(0, 0, d.width, d.depth);
  switch (d.kind) {
    case 'T-slot table': return [bed, ...many(d.firstSlot, d.slotPitch, d.firstSlot + (d.slotCount - 1) * d.slotPitch).map((y) => steel(0, y - d.slotWidth / 2, d.width, y + d.slotWidth / 2))];
    case 'fixture plate': return [bed, ...many(d.firstX, d.pitch, d.firstX + (d.columns - 1) * d.pitch).flatMap((x) => many(d.firstY, d.pitch, d.firstY + (d.rows - 1) * d.pitch).map((y) => dot(x, y, Math.max(d.thread, d.dowel, 2) / 2)))];
    case 'vacuum plate': return [bed, ...many(d.firstGroove, d.groovePitch, d.width - d.firstGroove).map((x) => mark([[x, 0], [x, d.depth]])), ...many(d.firstGroove, d.groovePitch, d.depth - d.firstGroove).map((y) => mark([[0, y], [d.width, y]]))];
    case 'vacuum pods': return [bed, { kind: 'region', role: 'pod', outlines: rectangle(d.width / 2 - d.podWidth / 2, d.depth / 2 - d.podDepth / 2, d.width / 2 + d.podWidth / 2, d.depth / 2 + d.podDepth / 2) }];
    case 'support grid': return [bed, ...many(0, d.slatPitch, d.depth).map((y) => mark([[0, y], [d.width, y]]))];
    default: return [bed];
  }
}

/** A round device cut along its axis, mouth up: body and two jaws, the smallest and largest diameter. */
function roundScene(d: RoundDevice): Shape[] {
  const r = d.bodyDiameter / 2;
  const grip = Math.min(r, d.maxDiameter / 2) / 2;
  return [
    steel(-r, -d.bodyHeight, r, 0), steel(-Math.max(r * 0.9, grip + 5), 0, -grip, d.gripLength), steel(grip, 0, Math.max(r * 0.9, grip + 5), d.gripLength),
    { kind: 'line', role: 'center', points: [[0, -d.bodyHeight * 1.15], [0, d.gripLength * 1.6]] },
  ];
}

/** A device of the shop by itself, true to scale: vise from its end, flat devices from above, round ones cut along the axis. */
export function deviceScene(device: Device): Scene {
  if (isOf('vise', device)) return { title: `${device.name} from the left end`, shapes: viseScene(device) };
  return isOf('flat', device) ? { title: `${device.name} from above`, shapes: flatScene(device) } : { title: `${device.name}, cut along its axis`, shapes: roundScene(device) };
}
