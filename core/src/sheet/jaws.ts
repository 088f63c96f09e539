import { loadingSteps, viseOf, type PlannedSetup } from '../plan';

const theseOf = ({ device, jawsOf }: PlannedSetup): string =>
  jawsOf ? `those of \u201c${device!.name}\u201d` : 'the jaws it came with';

/** Which jaws a vise has in a setup, ready to print. */
export interface JawsHere {
  readonly are: string;
  /** what hands do for it before the first part; null: they are in it already */
  readonly does: string | null;
}

/** The jaws of a setup; null: no setup of the route has other jaws in its vise than that came with. */
export function jawsHere(setups: readonly PlannedSetup[], setup: PlannedSetup): JawsHere | null {
  const vise = viseOf(setup);
  if (vise === null) return null;
  const inVise = setups.filter((s) => viseOf(s) === vise);
  if (inVise.every((s) => !s.jawsOf)) return null;
  // on another station it may be another vise of the kind
  const here = inVise.filter((s) => s.setup.station === setup.setup.station);
  const name = setup.jawsOf?.name ?? setup.device!.name;
  const these = theseOf(setup);
  const are = `${these}, in ${name}`;
  const before = here[here.indexOf(setup) - 1];
  if (before?.device?.id === setup.device!.id) return { are, does: null };
  const does = before
    ? `Change the jaws of ${name}: ${theseOf(before)} out, ${these} in`
    : `See that ${name}${setup.station ? ` on station ${setup.station.name}` : ''} has ${these}`;
  return { are, does: `${does}; seats clean, screws tight.` };
}

/** What an operator does to load a setup, and once before. */
export function stepsOf(setups: readonly PlannedSetup[], setup: PlannedSetup): string[] {
  const does = jawsHere(setups, setup)?.does;
  return [...(does ? [`Before the first part: ${does}`] : []), ...loadingSteps(setup)];
}
