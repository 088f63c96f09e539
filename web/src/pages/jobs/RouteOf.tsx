import { withRouteOf, type Job } from '@violet-jaw/core/job';
import { ChoiceField } from '../../fields/TextField';
import { api } from '../../store/api';
import { useServer } from '../../store/query';

/** A job begun with the route of another one. @param route id; empty: with none */
export const begunAs = async (job: Job, route: string): Promise<Job> =>
  route === '' ? job : withRouteOf(job, await api.job({ id: route }));

/** The route of another job to begin with. A part from bar has none of this kind. */
export function RouteOf({ route, onChoose }: { route: string; onChoose: (id: string) => void }) {
  const patterns = useServer('jobs', { query: { pattern: true, size: 100 } }).data?.jobs ?? [];
  const { data } = useServer('jobs', { query: { size: 100 } });
  const jobs = [...patterns, ...(data?.jobs ?? [])].filter((j) => (j.summary?.setups.length ?? 0) > 0);
  if (jobs.length === 0) return null;
  return (
    <>
      <ChoiceField
        label="Begin with the route of"
        value={route}
        choices={[
          { value: '', says: 'none: nothing is decided yet' },
          ...jobs.map((j) => ({
            value: j.id,
            says: `${j.pattern ? 'Pattern: ' : ''}${j.number} ${j.part}, ${j.summary!.setups.length} ${j.summary!.setups.length === 1 ? 'setup' : 'setups'}${j.machine === null ? '' : ` on ${j.machine}`}`,
          })),
        ]}
        onCommit={onChoose}
      />
      {route !== '' && (
        <p className="quiet mb-2">
          Its setups, how each is held and zeroed, and its tools come along and are marked as proposed: look at each
          before the sheet is issued. Faces, program, readings and reasons stay with that job.
        </p>
      )}
    </>
  );
}
