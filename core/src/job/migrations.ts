import type { Checked } from '../schema';
import { isDocument, within, type Document } from './document';
import { fromVersion2 } from './fromVersion2';
import { fromVersion3 } from './fromVersion3';
import { fromVersion4 } from './fromVersion4';
import { fromVersion5 } from './fromVersion5';
import { fromVersion6 } from './fromVersion6';
import { fromVersion7 } from './fromVersion7';
import { fromVersion8 } from './fromVersion8';
import { fromVersion9 } from './fromVersion9';
import { fromVersion10 } from './fromVersion10';
import { fromVersion11 } from './fromVersion11';
import { fromVersion12 } from './fromVersion12';
import { fromVersion13 } from './fromVersion13';
import { fromVersion14 } from './fromVersion14';
import { fromVersion15 } from './fromVersion15';

/** Version of the job file that this program writes. */
export const JOB_VERSION = 16;

const NO_ALLOWANCE = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

/**
 * Version 0 is the short form a person types: what may be left out there gets its plain value here.
 * Nothing that decides a number is guessed: machine, vise, station, orientation and depth must be given.
 */
function fromVersion0(file: Document): Document {
  const job = within(file.job);
  const setups = Array.isArray(job.setups) ? job.setups : [];
  return {
    ...file,
    format: 'violet-jaw-job',
    version: 1,
    shop: { name: '', machines: [], vises: [], ...within(file.shop) },
    job: {
      part: '',
      revision: '',
      material: '',
      quantity: 1,
      units: 'mm',
      due: null,
      sizeTolerance: 0,
      machine: null,
      accepted: [],
      notes: '',
      ...job,
      allowance: { ...NO_ALLOWANCE, ...within(job.allowance) },
      setups: setups.map((entry: unknown, i) => {
        const setup = within(entry);
        return {
          id: `setup-${i + 1}`,
          does: '',
          tools: [],
          program: '',
          ...setup,
          zero: { extra: { x: 0, y: 0, z: 0 }, ...within(setup.zero) },
          touchOff: within(setup.touchOff),
          why: { seat: '', hold: '', zero: '', ...within(setup.why) },
        };
      }),
    },
  };
}

/**
 * Version 2: parts come from more kinds of files, so "step" is called "file"; blanks have a kind and told sides;
 * copies, named features, the program's own zero, and a shop with stock and offcuts. What was there means the same as
 * before.
 */
function fromVersion1(file: Document): Document {
  const job = within(file.job);
  const { step, ...body } = within(job.body);
  const allowance = { ...NO_ALLOWANCE, ...within(job.allowance) };
  const sides = Object.fromEntries(
    Object.entries(allowance).map(([side, mm]) => [side, mm === 0 ? 'finished' : 'sawn']),
  );
  const setups = Array.isArray(job.setups) ? job.setups : [];
  return {
    ...file,
    version: 2,
    shop: shopFromVersion1(file.shop),
    job: {
      features: [],
      ...job,
      body: step === undefined ? job.body : { file: step, ...body },
      // a short form may tell some of this already
      blank: {
        kind: 'block',
        along: 'z',
        across: 0,
        bore: 0,
        solid: null,
        stock: null,
        ...within(job.blank),
        sides: { ...sides, ...within(within(job.blank).sides) },
      },
      copies: { x: 1, y: 1, z: 1, gap: 0, cutter: 0, ...within(job.copies) },
      setups: setups.map((entry: unknown) => {
        const setup = within(entry);
        return { cutsTo: null, programmed: null, ...setup, stop: { face: null, ...within(setup.stop) } };
      }),
    },
  };
}

/** A shop's library of version 1 as it is in version 2. */
export function shopFromVersion1(shop: unknown): Document {
  return { projection: 'third angle', stock: [], offcuts: [], ...within(shop) };
}

/** One step each: `steps[n]` brings a file of version n to version n + 1. Old steps are never edited. */
const steps: readonly ((file: Document) => Document)[] = [
  fromVersion0,
  fromVersion1,
  fromVersion2,
  fromVersion3,
  fromVersion4,
  fromVersion5,
  fromVersion6,
  fromVersion7,
  fromVersion8,
  fromVersion9,
  fromVersion10,
  fromVersion11,
  fromVersion12,
  fromVersion13,
  fromVersion14,
  fromVersion15,
];

/**
 * Brings a job file of any earlier version to the current one, or to an earlier one that is asked for; a newer one is
 * refused, untouched.
 */
export function migrateJobFile(value: unknown, to: number = JOB_VERSION): Checked<unknown> {
  if (!isDocument(value))
    return {
      ok: false,
      problems: ['The document: expected an object with the keys "format", "version", "job" and "shop".'],
    };
  if (value.format !== undefined && value.format !== 'violet-jaw-job') {
    return {
      ok: false,
      problems: [`format: expected "violet-jaw-job", found ${JSON.stringify(value.format)}. This is not a job file.`],
    };
  }
  const version = value.version ?? 0;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0) {
    return { ok: false, problems: [`version: expected a whole number, found ${JSON.stringify(version)}.`] };
  }
  if (version > JOB_VERSION) {
    return {
      ok: false,
      problems: [
        `version: this file is of version ${version}; this program reads up to version ${JOB_VERSION}. Update the program, or export the job from the older one again.`,
      ],
    };
  }
  let file = value;
  for (const step of steps.slice(version, to)) file = step(file);
  return { ok: true, value: file };
}
