import { viseOf, type PlannedSetup } from '../plan';

const theseOf = ({ device, jawsOf }: PlannedSetup): string =>
  jawsOf ? `those of \u201c${device!.name}\u201d` : 'the jaws it came with';

/**
 * Which jaws are in the vise of a setup, and what is done for it: said once, for the sheet and for the run.
 * `change`: whether hands do something; null: no setup of the route has other jaws than the vise came with.
 */
export function jawsHere(
  setups: readonly PlannedSetup[],
  setup: PlannedSetup,
): { readonly says: string; readonly change: boolean } | null {
  const vise = viseOf(setup);
  if (vise === null) return null;
  const inVise = setups.filter((s) => viseOf(s) === vise);
  if (inVise.every((s) => !s.jawsOf)) return null;
  const name = setup.jawsOf?.name ?? setup.device!.name;
  const these = theseOf(setup);
  const before = inVise[inVise.indexOf(setup) - 1];
  if (before?.device?.id === setup.device!.id)
    return { says: `${these[0].toUpperCase()}${these.slice(1)} stay in ${name}.`, change: false };
  return {
    says: before
      ? `Change the jaws of ${name}: ${theseOf(before)} out, ${these} in; seats clean, screws tight.`
      : `In ${name}: ${these}; seats clean, screws tight.`,
    change: true,
  };
}
