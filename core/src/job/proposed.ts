import type { Proposable } from './proposable';
import type { Job, Setup } from './schema';

const valueAt = (setup: Setup, path: Proposable): string =>
  JSON.stringify(
    path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | null)?.[key], setup) ?? null,
  );

/** What of a changed setup is still as it was proposed: whatever was changed by hand no longer is. */
function stillProposed(before: Setup, after: Setup): Setup {
  const left = after.proposed.filter(
    (path) => !before.proposed.includes(path) || valueAt(before, path) === valueAt(after, path),
  );
  return left.length === after.proposed.length ? after : { ...after, proposed: left };
}

/** A job after an edit: what the edit touched is no longer proposed. */
export function touched(before: Job, after: Job): Job {
  if (before.setups === after.setups) return after;
  const setups = after.setups.map((s) => {
    const was = before.setups.find((b) => b.id === s.id);
    return was && was !== s ? stillProposed(was, s) : s;
  });
  return setups.some((s, i) => s !== after.setups[i]) ? { ...after, setups } : after;
}
