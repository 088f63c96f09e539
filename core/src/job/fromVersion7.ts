import { list, within, type Document } from './document';

type Family = 'vise' | 'flat' | 'round';

/** Kinds of devices as version 7 had them. */
const FAMILY: Readonly<Record<string, Family>> = {
  vise: 'vise',
  'T-slot table': 'flat',
  'fixture plate': 'flat',
  'vacuum plate': 'flat',
  'vacuum pods': 'flat',
  'sacrificial board': 'flat',
  'support grid': 'flat',
  'magnetic chuck': 'flat',
  chuck: 'round',
  collet: 'round',
  'rotary axis': 'round',
};
const FIELDS = ['parallels', 'stop', 'closing', 'plate', 'round', 'separation', 'further'] as const;
/** As a new setup of version 7 had them. */
const NOTHING: Record<Family, Document> = {
  vise: {
    parallels: { height: 0 },
    stop: { side: 'left', position: 0, height: 0, fromJaw: 10, face: null },
    closing: { torque: null, softJaws: { on: false, depth: 3, fit: 0.02, ledge: 3, cutter: 6 } },
    further: [],
  },
  flat: {
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
    separation: { way: 'none', tabs: { count: 4, width: 6, height: 1 }, skin: { leave: 0.127, offWall: 0.0762 } },
    further: [],
  },
  round: { round: { restHeight: 0, forceShare: 100, rpm: null, tailstock: false, supports: [] } },
};

/** Whether somebody has entered something for a family. */
const isEntered = (setup: Document, family: Family): boolean =>
  Object.entries(NOTHING[family]).some(
    ([key, nothing]) => key in setup && JSON.stringify(setup[key]) !== JSON.stringify(nothing),
  );

/** How a setup of version 7 is held: its device says it; without one that is known, what has been entered. */
function familyOf(setup: Document, kinds: ReadonlyMap<unknown, unknown>): Family | null {
  const told = FAMILY[String(kinds.get(setup.device))];
  if (told) return told;
  const entered = (['flat', 'round', 'vise'] as const).find((family) => isEntered(setup, family));
  return entered ?? (setup.device ? 'vise' : null);
}

function holdOf(setup: Document, family: Family): Document {
  const { parallels, stop, closing, plate, round, separation, further } = setup;
  if (family === 'vise') return { family, parallels, stop, ...within(closing), further };
  return family === 'flat' ? { family, ...within(plate), separation, further } : { family, ...within(round) };
}

/**
 * Version 8: a setup tells how it is held in one way, that of its device; what it carried for other kinds of devices
 * meant nothing there and is gone. Nothing is told while no device is chosen and nothing entered.
 */
export function fromVersion7(file: Document): Document {
  const job = within(file.job);
  const kinds = new Map(list(within(file.shop).devices).map((d) => [d.id, d.kind] as const));
  const setup = (s: Document): Document => {
    // part of a document: a line of a list that is none of ours
    if (!FIELDS.some((f) => f in s)) return s;
    const family = familyOf(s, kinds);
    const rest = Object.fromEntries(Object.entries(s).filter(([key]) => !(FIELDS as readonly string[]).includes(key)));
    // a short form may tell it already
    return { ...rest, hold: 'hold' in s ? s.hold : family && holdOf(s, family) };
  };
  return {
    ...file,
    version: 8,
    job: { ...job, setups: Array.isArray(job.setups) ? list(job.setups).map(setup) : job.setups },
  };
}
