import type { Bond, Clamp, Device, WorkMaterial } from '@violet-jaw/core/shop';

/** Holding devices of the demo shop. Invented, in sizes that are common. */
export const demoDevices: Device[] = [
  {
    kind: 'vise', id: 'vise-150', name: 'Vise 150', jawWidth: 150, jawHeight: 40, jawThickness: 45, maxOpening: 160, bedThickness: 20,
    parallelThickness: 8, stopDiameter: 8, minimumGrip: 6, clearanceAboveJaws: 1, minimumRestAreaMm2: 400,
    fixedJaw: 'rear', jaws: 'hard', stepHeight: 0, stepDepth: 0, ratedForceN: 30_000, ratedTorqueNm: 70, friction: 0.1,
  },
  {
    kind: 'vise', id: 'vise-4in', name: 'Vise 4 in', jawWidth: 101.6, jawHeight: 31.75, jawThickness: 31.75, maxOpening: 101.6, bedThickness: 19.05,
    parallelThickness: 6.35, stopDiameter: 6.35, minimumGrip: 4.7625, clearanceAboveJaws: 0.762, minimumRestAreaMm2: 200,
    fixedJaw: 'rear', jaws: 'hard', stepHeight: 0, stepDepth: 0, ratedForceN: 18_000, ratedTorqueNm: 50, friction: 0.1,
  },
  {
    kind: 'vise', id: 'vise-150-soft', name: 'Vise 150 with soft jaws', jawWidth: 150, jawHeight: 40, jawThickness: 45, maxOpening: 160, bedThickness: 20,
    parallelThickness: 8, stopDiameter: 8, minimumGrip: 6, clearanceAboveJaws: 1, minimumRestAreaMm2: 400,
    fixedJaw: 'rear', jaws: 'soft', stepHeight: 0, stepDepth: 0, ratedForceN: 30_000, ratedTorqueNm: 70, friction: 0.1,
  },
  { kind: 'T-slot table', id: 'table-mill-1', name: 'Table of Mill 1', width: 840, depth: 400, thickness: 60, slotWidth: 14, slotCount: 5, slotPitch: 63, firstSlot: 74, friction: 0.15 },
  {
    kind: 'fixture plate', id: 'plate-400', name: 'Sub-plate 400 × 300', width: 400, depth: 300, thickness: 25, columns: 15, rows: 11, pitch: 25, firstX: 25, firstY: 25,
    thread: 8, dowel: 8, madeFor: '', place: 'station-a', friction: 0.15,
  },
  { kind: 'vacuum plate', id: 'vacuum-400', name: 'Vacuum plate 400 × 300', width: 400, depth: 300, thickness: 30, groovePitch: 20, firstGroove: 20, grooveWidth: 4, grooveDepth: 4, gasket: 4.5, vacuum: 85, friction: 0.3 },
  { kind: 'vacuum pods', id: 'pods-router', name: 'Pods on Router 1', width: 1200, depth: 700, thickness: 40, podWidth: 120, podDepth: 40, podHeight: 30, rim: 4, overhang: 60, vacuum: 80, friction: 0.4 },
  { kind: 'sacrificial board', id: 'board-router', name: 'Board 1100 × 600 × 18', width: 1100, depth: 600, thickness: 18, screwsSunk: 10, cutInto: 1, travelMargin: 20, friction: 0.3 },
  { kind: 'support grid', id: 'grid-jet', name: 'Slats of Jet 1', width: 1300, depth: 1300, thickness: 80, slatPitch: 40, slatThickness: 3, headDiameter: 70, headHeight: 12, jetForceN: 10, friction: 0.2 },
  { kind: 'magnetic chuck', id: 'magnet-300', name: 'Magnetic chuck 300 × 150', width: 300, depth: 150, thickness: 50, polePitch: 18, pressure: 100, halfGap: 0.4, cutAbove: 0.5, friction: 0.15 },
  {
    kind: 'chuck', id: 'chuck-160', name: 'Chuck 160', minDiameter: 6, maxDiameter: 140, gripLength: 30, bodyDiameter: 160, bodyHeight: 70, staticForceN: 24_000, maxRpm: 4000, friction: 0.15,
    jawCount: 3, jawWidth: 20, jawMassKg: 0.6, jawRadius: 50, soft: 'hard',
  },
  { kind: 'collet', id: 'collet-25', name: 'Collet 25', minDiameter: 24, maxDiameter: 25, gripLength: 35, bodyDiameter: 63, bodyHeight: 60, staticForceN: 9000, maxRpm: 8000, friction: 0.15 },
  {
    kind: 'rotary axis', id: 'rotary-1', name: 'Rotary axis with tailstock', minDiameter: 10, maxDiameter: 125, gripLength: 25, bodyDiameter: 130, bodyHeight: 90, staticForceN: 15_000, maxRpm: 60, friction: 0.15,
    jawCount: 4, jawWidth: 18, centreHeight: 125, tailstockFrom: 150, tailstockTo: 650, tailstockForceN: 2500, supportFrom: 60, supportTo: 115,
  },
];

export const demoClamps: Clamp[] = [
  { kind: 'strap', id: 'strap-12', name: 'Strap 125, M12', thread: 12, strengthClass: '8.8', torqueFactor: 0.2, length: 125, width: 32, thickness: 20, headHeight: 22, friction: 0.15 },
  { kind: 'strap', id: 'strap-8', name: 'Strap 80, M8', thread: 8, strengthClass: '8.8', torqueFactor: 0.2, length: 80, width: 22, thickness: 14, headHeight: 16, friction: 0.15 },
  { kind: 'edge clamp', id: 'edge-12', name: 'Edge clamp, M12', thread: 12, strengthClass: '8.8', torqueFactor: 0.2, length: 60, width: 32, height: 15, downAngle: 10, friction: 0.15 },
  { kind: 'screw', id: 'screw-5', name: 'Wood screw 5 × 20', shank: 5, head: 9.5, headHeight: 0, length: 20, holdN: 900 },
  { kind: 'nail', id: 'nail-soft', name: 'Nail 2 × 18, soft', shank: 2, head: 4, headHeight: 1, length: 18, holdN: 120, cuttable: 'cutter may hit it' },
  { kind: 'weight', id: 'weight-4', name: 'Weight 4 kg', massKg: 4, diameter: 70, height: 135 },
];

export const demoBonds: Bond[] = [
  { id: 'tape-thin', name: 'Thin double-sided tape', kind: 'double-sided tape', thickness: 0.1, shearMPa: 0.25, pullMPa: 0.2, peelNPerMm: 0.5, fullTo: 40, noneAt: 90, share: 90, release: 'a thin blade from one corner, spirit for the rest' },
  { id: 'tape-glue', name: 'Masking tape and quick glue', kind: 'tape and glue', thickness: 0.3, shearMPa: 0.4, pullMPa: 0.3, peelNPerMm: 0.4, fullTo: 50, noneAt: 110, share: 85, release: 'twist off by hand, then pull the tape' },
  { id: 'wax', name: 'Fixing wax', kind: 'adhesive', thickness: 0.05, shearMPa: 1.2, pullMPa: 0.8, peelNPerMm: 0, fullTo: 45, noneAt: 75, share: 80, release: 'warm to 80 °C and slide off' },
];

const material = (name: string, kc11: number, mc: number, speed: number, yieldMPa: number, youngGPa: number, densityKgM3: number, magnetic: WorkMaterial['magnetic'] = 'no'): WorkMaterial =>
  ({ id: name.toLowerCase().replaceAll(' ', '-'), name, kc11, mc, speed, yieldMPa, youngGPa, densityKgM3, magnetic, source: 'from memory, as handbooks have it; check against your own' });

export const demoMaterials: WorkMaterial[] = [
  material('EN AW-6082', 700, 0.25, 300, 250, 70, 2700),
  material('EN AW-5754', 600, 0.25, 300, 80, 70, 2660),
  material('EN AW-5083', 640, 0.25, 300, 125, 71, 2660),
  material('brass CW614N', 780, 0.18, 180, 250, 97, 8470),
  material('S235JR', 1780, 0.17, 120, 235, 210, 7850, 'yes'),
  material('1.4305', 2050, 0.2, 90, 190, 200, 7900),
  material('polycarbonate', 160, 0.2, 300, 60, 2.3, 1200),
  material('glass-fibre laminate', 500, 0.2, 150, 250, 20, 1850),
];
