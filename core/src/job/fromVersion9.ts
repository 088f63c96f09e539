import { list, within, type Document } from './document';

/** Version 10: a setup has a list of cuts. The one depth it had, and what was cleared, is the first and only one. */
export function fromVersion9(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 10,
    job: { ...job, setups: Array.isArray(job.setups) ? list(job.setups).map(withCuts) : job.setups },
  };
}

/** What was proposed under the old name still is. */
const marks = (proposed: unknown): unknown =>
  Array.isArray(proposed) ? proposed.map((path: unknown) => (path === 'cutsBelowTop' ? 'cuts' : path)) : proposed;

/** Tabs stand where they are put by themselves. */
function withMovedTabs(hold: unknown): unknown {
  const separation = within(within(hold).separation);
  if (within(hold).family !== 'flat' || !separation.tabs) return hold;
  return { ...within(hold), separation: { ...separation, tabs: { moved: [], ...within(separation.tabs) } } };
}

function withCuts(setup: Document): Document {
  const { cutsBelowTop, cutsTo, clears, outlineCutter, cuts, ...rest } = setup;
  const plain = { name: '', features: [], to: cutsTo ?? null, clears, width: outlineCutter, tool: null };
  // a short form may say cuts already
  const all = Array.isArray(cuts)
    ? list(cuts).map((cut, i) => ({ id: `cut-${i + 1}`, ...plain, ...cut }))
    : [{ id: 'cut', ...plain, below: cutsBelowTop }];
  const why = { cuts: '', ...within(rest.why) };
  return { ...rest, why, cuts: all, hold: withMovedTabs(rest.hold), proposed: marks(rest.proposed) };
}
