import { FRICTION } from '@violet-jaw/core/shop';
import type { Bond, Clamp, Device, DeviceKind, WorkMaterial } from '@violet-jaw/core/shop';

const bed = { width: 400, depth: 300, thickness: 25, friction: FRICTION.smoothWet[0] };
const round = { minDiameter: 5, maxDiameter: 100, gripLength: 25, bodyDiameter: 125, bodyHeight: 60, staticForceN: 15_000, maxRpm: 3000, friction: FRICTION.smoothWet[0] };

/** A device of a kind with plain sizes to start from. */
export function newDevice(kind: DeviceKind, id: string): Device {
  const head = { id, name: `New ${kind}` };
  switch (kind) {
    case 'vise': return { kind, ...head, jawWidth: 150, jawHeight: 40, jawThickness: 40, maxOpening: 150, bedThickness: 20, parallelThickness: 8, stopDiameter: 8, minimumGrip: 5, clearanceAboveJaws: 1, minimumRestAreaMm2: 400, fixedJaw: 'rear', jaws: 'hard', stepHeight: 0, stepDepth: 0, ratedForceN: 20_000, ratedTorqueNm: 60, friction: FRICTION.smoothWet[0] };
    case 'T-slot table': return { kind, ...head, ...bed, width: 800, thickness: 60, slotWidth: 14, slotCount: 3, slotPitch: 80, firstSlot: 70 };
    case 'fixture plate': return { kind, ...head, ...bed, columns: 15, rows: 11, pitch: 25, firstX: 25, firstY: 25, thread: 8, dowel: 8, madeFor: '', place: '' };
    case 'vacuum plate': return { kind, ...head, ...bed, groovePitch: 20, firstGroove: 20, grooveWidth: 4, grooveDepth: 4, gasket: 4.5, vacuum: 80, friction: FRICTION.sealed[0] };
    case 'vacuum pods': return { kind, ...head, ...bed, width: 1000, depth: 600, podWidth: 120, podDepth: 50, podHeight: 30, rim: 5, overhang: 80, vacuum: 80, friction: FRICTION.rubber[0] };
    case 'sacrificial board': return { kind, ...head, ...bed, width: 600, depth: 400, thickness: 18, screwsSunk: 10, cutInto: 1, travelMargin: 20, friction: FRICTION.wood[0] };
    case 'support grid': return { kind, ...head, ...bed, width: 1000, depth: 1000, thickness: 80, slatPitch: 40, slatThickness: 3, headDiameter: 70, headHeight: 10, jetForceN: 10, friction: FRICTION.smoothDry[0] };
    case 'chuck': return { kind, ...head, ...round, jawCount: 3, jawWidth: 20, jawMassKg: 0.5, jawRadius: 40, soft: 'hard' };
    case 'collet': return { kind, ...head, ...round, minDiameter: 19, maxDiameter: 20, bodyDiameter: 60, staticForceN: 8000, maxRpm: 8000 };
    case 'rotary axis': return { kind, ...head, ...round, jawCount: 4, jawWidth: 18, centreHeight: 125, tailstockFrom: 100, tailstockTo: 600, tailstockForceN: 2000, supportFrom: 60, supportTo: 120, maxRpm: 60 };
  }
}

const bolt = { thread: 12, strengthClass: '8.8', torqueFactor: 0.2, friction: FRICTION.smoothWet[0] } as const;

export function newClamp(kind: Clamp['kind'], id: string): Clamp {
  const head = { id, name: `New ${kind}` };
  switch (kind) {
    case 'strap': return { kind, ...head, ...bolt, length: 120, width: 32, thickness: 20, headHeight: 22 };
    case 'edge clamp': return { kind, ...head, ...bolt, length: 60, width: 32, height: 15, downAngle: 10 };
    case 'screw': return { kind, ...head, shank: 5, head: 9, headHeight: 0, length: 20, holdN: 800 };
    case 'nail': return { kind, ...head, shank: 2, head: 4, headHeight: 1, length: 20, holdN: 100, cuttable: 'cutter may hit it' };
    case 'weight': return { kind, ...head, massKg: 4, diameter: 70, height: 130 };
  }
}

export const newBond = (id: string): Bond => ({ id, name: 'New tape', kind: 'double-sided tape', thickness: 0.1, shearMPa: 0.2, pullMPa: 0.2, peelNPerMm: 0.4, fullTo: 40, noneAt: 90, share: 85, release: '' });

export const newMaterial = (id: string): WorkMaterial => ({ id, name: 'New material', kc11: 1500, mc: 0.25, speed: 100, yieldMPa: 250, youngGPa: 200, densityKgM3: 7850, source: '' });
