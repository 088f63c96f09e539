import { isDocument, list, within, type Document } from './document';

/**
 * Version 5: zero at the machine. A touch-off names what touches and what is touched; tools say where their length is
 * kept; a setup says how lengths are measured, what must be at hand, what is measured on the first part and what was
 * touched off; a machine says how it homes, where its reference positions are and what its lines look like. What was
 * there means the same: one tool of the given diameter for X and Y, with a feeler between where there was one, and Z
 * from the top with the length active.
 */
export function fromVersion4(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 5,
    shop: shopFromVersion4(file.shop),
    job: {
      leaveAlone: [],
      ...job,
      setups: Array.isArray(job.setups) ? list(job.setups).map(setupFromVersion4) : job.setups,
    },
  };
}

function setupFromVersion4(setup: Document): Document {
  const { toolDiameter, feeler, ...told } = within(setup.touchOff);
  const thickness = typeof feeler === 'number' ? feeler : 0;
  return {
    nextCopy: null,
    consumables: [],
    firstPart: [],
    measured: null,
    lengths: { by: 'spindle nose', reference: null, setterHeight: 50, setterOn: 0, active: true },
    ...setup,
    touchOff: {
      side: { with: thickness > 0 ? 'cutter' : 'edge finder', diameter: toolDiameter ?? 0, thickness },
      top: { with: 'cutter', tool: null, thickness },
      x: 'nearest',
      y: 'nearest',
      z: 'top',
      limit: 0.1,
      edge: null,
      ...told,
    },
    tools: Array.isArray(setup.tools)
      ? list(setup.tools).map((tool) => ({ lengthRegister: null, ...tool }))
      : setup.tools,
  };
}

/** Machine zero is where homing ends, so it is at the end of the travel that is nearest to it. */
function nearZero(range: unknown): 'min' | 'max' {
  const { min, max } = within(range);
  return typeof min === 'number' && typeof max === 'number' && Math.abs(min) < Math.abs(max) ? 'min' : 'max';
}

/** One machine of version 4 as it is in version 5. */
export function machineFromVersion4(machine: Document): Document {
  const travel = within(machine.travel);
  return {
    homing: { homes: true, x: nearZero(travel.x), y: nearZero(travel.y), z: nearZero(travel.z) },
    commonOffset: { x: 0, y: 0, z: 0, why: '' },
    positions: { reference: null, second: null, toolChange: null },
    dialect: {
      comments: 'brackets',
      stop: 'M0',
      optionalStop: 'M1',
      end: 'M2',
      decimalsMm: 3,
      decimalsInch: 4,
      plusSign: 'written',
      setLine: 'G10 L2 P{p} X{x} Y{y} Z{z}',
      lengthLine: 'G43 H{h}',
      riseLine: 'G53 G0 Z{z}',
      returnLine: '',
    },
    ...machine,
  };
}

/** A shop's library of version 4 as it is in version 5. */
export function shopFromVersion4(shop: unknown): Document {
  const { machines, ...rest } = within(shop);
  return {
    ...rest,
    machines: Array.isArray(machines)
      ? machines.map((m: unknown) => (isDocument(m) ? machineFromVersion4(m) : m))
      : machines,
  };
}
