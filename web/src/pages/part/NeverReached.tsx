import { Table } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import { PART_SIDE } from '@violet-jaw/core/part';
import { useJob } from '../../app/JobLayout';
import { usePlan } from '../../store/planStore';
import { WithCsv } from '../../app/WithCsv';

/** Metal no setup of the route reaches, piece by piece, with the sides a cutter can come from. */
export function NeverReached() {
  const { job, speech } = useJob();
  const unreached = usePlan((s) => s.planned?.unreached);
  if (!unreached || unreached.pieces.length === 0 || job.setups.length === 0) return null;
  return (
    <section aria-label="Never reached">
      <h3>Never reached by the route</h3>
      <p className="mb-1">
        {speech.volume(unreached.volumeMm3)} in {unreached.pieces.length}{' '}
        {unreached.pieces.length === 1 ? 'piece' : 'pieces'}, hatched in the drawing.
      </p>
      <WithCsv name="Never reached">
        <Table size="sm">
          <thead>
            <tr>
              <th className="number">Volume</th>
              <th>Where, part coordinates</th>
              <th>Reached with up</th>
            </tr>
          </thead>
          <tbody>
            {unreached.pieces.slice(0, 12).map((p) => (
              <tr key={JSON.stringify(p.box)}>
                <td className="number">{speech.volume(p.volumeMm3)}</td>
                <td className="number text-start text-wrap">
                  {AXES.map(
                    (a) => `${a.toUpperCase()} ${speech.signed(p.box.min[a])} to ${speech.signed(p.box.max[a])}`,
                  ).join('  ')}
                </td>
                <td>
                  {p.reachedFrom.length > 0
                    ? p.reachedFrom.map((d) => PART_SIDE[d]).join(', ')
                    : 'no straight direction reaches all of it'}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </WithCsv>
    </section>
  );
}
