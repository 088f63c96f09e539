import { PART_SIDE } from '@violet-jaw/core/part';
import type { Setup } from '@violet-jaw/core/job';
import { lowestThere } from '@violet-jaw/core/prove/cuts.ts';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { motionInWords } from '@violet-jaw/core/locate';
import { noTopInWords } from '@violet-jaw/core/hold/top.ts';
import { andList, uncapital, type Speech } from '@violet-jaw/core/units';

/** What is decided in the sections of a setup, each in a line. */

export const seatDecided = (setup: Setup, planned: PlannedSetup | undefined): string =>
  planned?.facts?.says.seat ?? `${PART_SIDE[setup.orientation.up]} up`;

/** Every cut with how deep it goes below the finished top. */
export const cutsDecided = ({ cuts }: Setup, planned: PlannedSetup | undefined, speech: Speech): string =>
  planned
    ? planned.cuts.map((c) => `${c.name} ${speech.size(c.below)}`).join(', ')
    : `${cuts.length} ${cuts.length === 1 ? 'cut' : 'cuts'}`;

type Margins = NonNullable<PlannedSetup['forces']>['margin']['margins'];

/** How far the hold is from letting go. That it is not known is said too. */
function bears(margins: Margins | undefined): string {
  if (!margins) return 'forces not worked out yet';
  if (margins.length === 0) return 'not proven against the cuts';
  // rounded down: what is just too weak must not read as just enough
  const times = Math.floor(Math.min(...margins.map((m) => m.low)) * 10) / 10;
  return `bears at least ${times.toFixed(1)} times the worst cut`;
}

/** Device, the figures a machinist asks for first, and how far from letting go. */
export function holdDecided(planned: PlannedSetup | undefined): string {
  if (!planned) return 'not planned yet';
  if (!planned.device) return 'not chosen yet what it is held in or on';
  const { device, facts, forces } = planned;
  if (!facts) return `${device.name}: not told how it is held`;
  const figures = facts.hold.figures.slice(0, 2).map((f) => `${f.label.toLowerCase()} ${f.value}`);
  return [device.name, ...figures, bears(forces?.margin.margins)].join(', ');
}

/** What locates the part, and whether anything is left free. */
export function locateDecided(planned: PlannedSetup | undefined, speech: Speech): string {
  if (!planned?.facts) return 'not told how it is held';
  const { takes, free } = planned.facts.locating;
  const named = takes.map((t) => `${t.name}: ${t.motions}`).join(', ') || 'nothing locates it';
  const left = free.length === 0 ? 'nothing is left free' : `can ${andList(free.map((m) => motionInWords(m, speech)))}`;
  return `${named}; ${left}`;
}

export const zeroDecided = (setup: Setup, planned: PlannedSetup | undefined): string => {
  const says = planned?.facts?.says.zero;
  return says ? `${setup.register}: ${says}` : setup.register;
};

export function toolsDecided({ tools, program }: Setup): string {
  const named = tools.map((t) => `T${t.number} ${t.description}`.trim());
  const list = named.length > 0 ? named.join(', ') : 'no tools yet';
  return program ? `${list}; program ${program}` : `${list}; no program named`;
}

export function proveDecided(planned: PlannedSetup | undefined, speech: Speech): string {
  if (!planned?.facts) return 'nothing to prove yet';
  const { aboveTop, cutRoom, cuts } = planned.facts.prove;
  const { top } = planned.facts.hold;
  const gap = planned.forces?.way.gaps[0];
  return [
    aboveTop === null
      ? uncapital(noTopInWords(top))
      : `${lowestThere(cuts, top.z + aboveTop)} ${speech.signed(aboveTop)} from the ${top.name}`,
    ...(gap ? [gap.gapMm > 0 ? `smallest gap ${speech.size(gap.gapMm)}` : `${gap.what} meets ${gap.obstacle}`] : []),
    travelled(cutRoom, speech),
  ].join('; ');
}

/** How near the cut comes to the ends of the travel, or how far beyond; what is not known is said. */
function travelled(rooms: NonNullable<PlannedSetup['facts']>['prove']['cutRoom'], speech: Speech): string {
  if (!rooms || rooms.length === 0) return 'travel not checked';
  const known = rooms.flatMap((r) => [r.toMin, r.toMax].filter((mm) => mm !== null));
  const least = Math.min(...known);
  const open = rooms.filter((r) => r.toMin === null).map((r) => r.axis.toUpperCase());
  const says =
    least < 0 ? `${speech.size(-least)} beyond the travel` : `${speech.size(least)} to the end of the travel`;
  return open.length > 0 ? `${says}, ${open.join(' and ')} not proven downwards` : says;
}

export function setupDecided(setup: Setup): string {
  return setup.does || 'not said yet what it does';
}
