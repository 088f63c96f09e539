import type { Result } from '@violet-jaw/core/solid';

/** More lines than any drawing of one part has. */
const MOST_LINES = 4_000_000;
export const MOST_ENTITIES = 20_000;

/**
 * Entities that can be part of an outline, with the groups that say where they lie (DXF reference); VERTEX is a corner
 * of a POLYLINE.
 */
const OUTLINE: Readonly<Record<string, readonly number[]>> = {
  LINE: [10, 20, 11, 21],
  CIRCLE: [10, 20, 40],
  ARC: [10, 20, 40, 50, 51],
  ELLIPSE: [10, 20, 11, 21, 40, 41, 42],
  SPLINE: [70, 71, 72, 73, 74, 40, 41, 10, 20, 11, 21],
  LWPOLYLINE: [70, 10, 20, 42],
  POLYLINE: [70],
  VERTEX: [10, 20, 42],
  SEQEND: [],
};
/** Entities that say something beside the outline. */
const BESIDE = new Set([
  'POINT',
  'TEXT',
  'MTEXT',
  'DIMENSION',
  'ATTDEF',
  'VIEWPORT',
  'HATCH',
  'LEADER',
  'VERTEX',
  'SEQEND',
]);

/** A group of the DXF format: a code and what it gives. */
type Group = readonly [code: number, value: string];

/** What of a drawing is read here, as a drawing of its own: unit and outlines, every list as long as it says. */
export interface Cleaned {
  readonly text: string;
  /** place of each outline entity among all entities of the file, from 1 */
  readonly places: readonly number[];
  /** how often other entities stand in it, by name */
  readonly others: ReadonlyMap<string, number>;
}

const damaged = (what: string): Result<never> => ({
  ok: false,
  problem: `The DXF file is damaged or cut off: ${what} Export it again.`,
});

/** The groups of a text; lines are counted from 1 in messages. */
function groupsOf(text: string): Result<Group[]> {
  const lines = text.split(/\r\n|\r|\n/);
  while (lines.length > 0 && lines[lines.length - 1].trim() === '') lines.pop();
  if (lines.length > MOST_LINES)
    return {
      ok: false,
      problem: `The DXF file has ${lines.length} lines; up to ${MOST_LINES} are read. Export the outline of the single part.`,
    };
  const groups: Group[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = lines[i].trim();
    if (!/^-?\d{1,4}$/.test(code))
      return damaged(`line ${i + 1} should be the number of a group and is "${code.slice(0, 40)}".`);
    if (code !== '999') groups.push([Number(code), lines[i + 1]]);
  }
  return { ok: true, value: groups };
}

const named = ([code, value]: Group, ...names: string[]) => code === 0 && names.includes(value.trim());

/** Only what says where an entity lies; a polyline says how many corners it has, and it has as many. */
function wellFormed(entity: readonly Group[]): Group[] {
  const name = entity[0][1].trim();
  let keep: readonly number[] = [];
  const kept = entity.filter(([code, value]) => {
    if (code === 0) keep = OUTLINE[value.trim()] ?? [];
    return code === 0 || keep.includes(code);
  });
  if (name !== 'LWPOLYLINE') return kept;
  const corners = kept.filter(([code]) => code === 10).length;
  const first = kept.findIndex(([code]) => code === 10);
  const [head, places] = [
    kept.slice(1, first < 0 ? undefined : first),
    first < 0 ? [] : kept.slice(first).filter(([code]) => code !== 70),
  ];
  const flags = kept.filter(([code]) => code === 70);
  return corners === 0
    ? []
    : [kept[0], [90, String(corners)], ...flags, ...head.filter(([code]) => code !== 70), ...places];
}

/** Drawn as seen from below: the parser gives such an entity mirrored. */
const fromBelow = (entity: readonly Group[]) =>
  entity[0][1].trim() !== 'LINE' && entity.some(([code, value]) => code === 230 && Number(value) < 0);

const tooMany = (): Result<never> => ({
  ok: false,
  problem: `The DXF file holds more than ${MOST_ENTITIES} entities. Export the outline of the single part.`,
});

const mirrored = (entities: readonly number[]): Result<never> => ({
  ok: false,
  problem: `The drawing holds entities that are drawn as seen from below: entity ${entities.slice(0, 5).join(', ')}. Turn them to the front in the drawing program: they would be read mirrored.`,
});

/**
 * Takes what outlines need out of a DXF text: the parser never sees more, and what it sees is whole.
 * Sections must end and the file must say that it does; what is missing is told with its line.
 */
export function cleanDxf(text: string): Result<Cleaned> {
  const groups = groupsOf(text);
  if (!groups.ok) return groups;
  const out: Group[] = [];
  const places: number[] = [];
  const others = new Map<string, number>();
  let [section, count, unit]: [string | null, number, string | null] = [null, 0, null];
  let entity: Group[] | null = null;
  let ended = false;
  const below: number[] = [];
  const close = () => {
    if (!entity) return;
    if (fromBelow(entity)) {
      below.push(count);
      entity = null;
      return;
    }
    const kept = wellFormed(entity);
    if (kept.length > 0) {
      for (const group of kept) out.push(group);
      places.push(count);
    }
    entity = null;
  };
  for (const [i, group] of groups.value.entries()) {
    if (named(group, 'EOF')) {
      ended = section === null;
      break;
    }
    if (named(group, 'SECTION')) {
      if (section !== null) return damaged(`section ${section} does not end.`);
      section = groups.value[i + 1]?.[0] === 2 ? groups.value[i + 1][1].trim() : '?';
    } else if (named(group, 'ENDSEC')) {
      if (entity?.[0][1].trim() === 'POLYLINE') return damaged('a polyline does not end.');
      close();
      section = null;
    } else if (section === 'HEADER' && group[0] === 9 && group[1].trim() === '$INSUNITS') {
      unit = groups.value[i + 1]?.[0] === 70 ? groups.value[i + 1][1].trim() : null;
    } else if (section === 'ENTITIES') {
      const name = group[1].trim();
      const inPolyline: boolean = entity?.[0][1].trim() === 'POLYLINE';
      if (group[0] !== 0 || (inPolyline && name === 'VERTEX')) {
        entity?.push(group);
        continue;
      }
      if (inPolyline && name !== 'SEQEND') return damaged('a polyline does not end.');
      if (inPolyline) entity!.push(group);
      close();
      if (inPolyline) continue;
      count += 1;
      if (count > MOST_ENTITIES) return tooMany();
      if (OUTLINE[name] && !BESIDE.has(name)) entity = [group];
      else if (!BESIDE.has(name)) others.set(name, (others.get(name) ?? 0) + 1);
    }
  }
  if (!ended) return damaged(section === null ? 'its last line EOF is missing.' : `section ${section} does not end.`);
  if (below.length > 0) return mirrored(below);
  return { ok: true, value: { text: textOf(out, unit), places, others } };
}

/** A DXF file with nothing but its unit and these entities. */
function textOf(out: readonly Group[], unit: string | null): string {
  const units: Group[] =
    unit !== null && /^\d{1,2}$/.test(unit)
      ? [
          [9, '$INSUNITS'],
          [70, unit],
        ]
      : [];
  const all: Group[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    ...units,
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...out,
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return `${all.map(([code, value]) => `${code}\n${value}`).join('\n')}\n`;
}
