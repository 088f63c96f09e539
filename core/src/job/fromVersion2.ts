import { isDocument, list, within, type Document } from './document';

/** As version 3 began; kept here as it was, whatever the defaults are today. */
const SETUP = {
  closing: { torque: null, softJaws: { on: false, depth: 3, fit: 0.02, cutter: 6 } },
  plate: {
    under: 0,
    x: { by: 'hand', side: 'left', at: 50, pins: [] },
    y: { by: 'hand', side: 'front', at: 50, pins: [] },
    pinDiameter: 10,
    pinHeight: 8,
    pinsOut: false,
    clamps: [],
    pods: [],
    gasket: { on: false, inset: 8 },
    bond: null,
    bondInset: 2,
    temperature: 25,
    backing: '',
  },
  round: { restHeight: 0, forceShare: 100, rpm: null, tailstock: false, supports: [] },
  clears: 'everything',
  outlineCutter: 6,
  separation: { way: 'none', tabs: { count: 4, width: 6, height: 1 }, skin: { leave: 0.127, offWall: 0.0762 } },
  jig: { on: false, fit: 0.1, thickness: 6, border: 20 },
};
const TOOL = {
  use: 'milling',
  flutes: null,
  feedPerTooth: null,
  cutDepth: null,
  cutWidth: null,
  rpm: null,
  stickOut: null,
  holderDiameter: null,
};
const VISE = {
  kind: 'vise',
  fixedJaw: 'rear',
  jaws: 'hard',
  stepHeight: 0,
  stepDepth: 0,
  ratedForceN: 20_000,
  ratedTorqueNm: 60,
  friction: 0.15,
};

/** What is given counts; what is missing one and two levels down gets its first value. */
function filled(defaults: Document, given: Document): Document {
  const keys = [...new Set([...Object.keys(defaults), ...Object.keys(given)])];
  return Object.fromEntries(
    keys.map((k) => {
      const [d, g] = [defaults[k], given[k]];
      return [k, g === undefined ? structuredClone(d) : isDocument(d) && isDocument(g) ? filled(d, g) : g];
    }),
  );
}

function setupFromVersion2(setup: Document): Document {
  const { vise, ...rest } = setup;
  const device = 'device' in rest ? {} : vise === undefined ? {} : { device: vise };
  return filled(SETUP, { ...rest, ...device, tools: list(rest.tools).map((t) => ({ ...TOOL, ...t })) });
}

/**
 * Version 3: a setup is held by a device of any kind, so "vise" is called "device" and the choices of all kinds have a
 * place;
 * tools tell how they cut. A vise's closing force was never told before; a low one (20 kN) is put in, to be corrected
 * on the page Shop.
 */
export function fromVersion2(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 3,
    shop: shopFromVersion2(file.shop),
    job: { ...job, setups: Array.isArray(job.setups) ? list(job.setups).map(setupFromVersion2) : job.setups },
  };
}

/** A shop's library of version 2 as it is in version 3. */
export function shopFromVersion2(shop: unknown): Document {
  const { vises, ...rest } = within(shop);
  return {
    altitude: 0,
    clamps: [],
    bonds: [],
    materials: [],
    ...rest,
    devices: [...list(vises).map((v) => ({ ...VISE, ...v })), ...list(rest.devices)],
  };
}
