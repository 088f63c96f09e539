import { Table } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import { lowestThere } from '@violet-jaw/core/prove/cuts.ts';
import { POSITION_SAYS } from '@violet-jaw/core/prove/safeMoves.ts';
import { noTopInWords } from '@violet-jaw/core/hold/top.ts';
import { capital } from '@violet-jaw/core/units';
import { WithCsv } from '../app/WithCsv';
import { useJob } from '../app/JobLayout';
import { usePlan } from '../store/planStore';
import { SectionFindings, type SectionProps } from './section';

/** What was proven of the cuts, and what was not. */
export function Prove({ setup, planned, onLook }: SectionProps) {
  const { speech } = useJob();
  const { facts, forces } = planned ?? {};
  const nearest = forces?.way.gaps[0];
  return (
    <>
      {facts && (
        <>
          <p className="mb-1">
            {facts.prove.aboveTop === null ? (
              <>{noTopInWords(facts.hold.top)}. </>
            ) : (
              <>
                {capital(lowestThere(facts.prove.cuts, facts.hold.top.z + facts.prove.aboveTop))} Z{' '}
                <span
                  className="number measurable"
                  onMouseEnter={() => onLook('clear')}
                  onMouseLeave={() => onLook(null)}
                >
                  {speech.signed(facts.prove.aboveTop)}
                </span>{' '}
                from the {facts.hold.top.name}.{' '}
              </>
            )}
            Takes away {speech.volume(planned?.material.removedMm3 ?? 0)}, leaves{' '}
            {speech.volume(planned?.material.leftMm3 ?? 0)}.
            {planned && planned.material.floorMm != null && (
              <>
                {' '}
                Floor under {facts.prove.cuts.length > 1 ? 'the cuts' : 'the lowest cut'}{' '}
                <span className="number">{speech.sizeWithUnit(planned.material.floorMm)}</span> at its thinnest.
              </>
            )}
          </p>
          {facts.prove.cutRoom && facts.prove.cutRoom.length > 0 ? (
            <p className="mb-1">
              Room to the ends of the travel at the corners of the cut:{' '}
              {facts.prove.cutRoom
                .map((r) => `${r.axis.toUpperCase()} ${speech.size(Math.min(r.toMin ?? r.toMax, r.toMax))}`)
                .join(', ')}
              .
            </p>
          ) : (
            <p className="mb-1 quiet">Travel is not checked while the station is not known or nothing is cut.</p>
          )}
        </>
      )}
      {planned && planned.safe.length > 0 && (
        <p className="mb-1">
          {planned.safe
            .map(
              (p) =>
                `${capital(POSITION_SAYS[p.from])}: ${p.riseFirst ? 'no clear way' : p.straight ? 'clear only with Z first' : 'clear, also straight'}`,
            )
            .join('. ')}
          .
        </p>
      )}
      {nearest && nearest.gapMm > 0 && (
        <p className="mb-1">
          Nearest in the way: {nearest.obstacle}, <span className="number">{speech.sizeWithUnit(nearest.gapMm)}</span>{' '}
          from the {nearest.what}, at X {speech.signed(nearest.at[0])} Y {speech.signed(nearest.at[1])}.
        </p>
      )}
      {forces && forces.way.stickOutNeededMm !== null && forces.way.stickOutNeededMm > 0 && (
        <p className="mb-1">
          Stick-out needed: <span className="number">{speech.sizeWithUnit(forces.way.stickOutNeededMm)}</span>.
        </p>
      )}
      <SectionFindings id={setup.id} section="prove" />
    </>
  );
}

/** How the part comes here from the setup before. */
export function Transition({ setup }: SectionProps) {
  const { speech } = useJob();
  const transition = usePlan((s) => s.planned?.transitions.find((t) => t.toId === setup.id));
  if (!transition) return null;
  const { facts, shift } = transition;
  return (
    <div role="group" aria-label="Transition">
      <WithCsv name="Shift of zero" onHeading>
        <h3>
          From Op {transition.fromOp} to Op {transition.toOp}
        </h3>
        <p className="mb-1">
          <strong>{facts.says}</strong>: {facts.edges.join('; ')}.
        </p>
        <Table size="sm">
          <thead className="visually-hidden">
            <tr>
              <th>Shift</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            {AXES.map((a) => (
              <tr key={a}>
                <td className="number">
                  {a.toUpperCase()} {speech.signed(shift.shift?.[a] ?? null)}
                </td>
                <td>{shift.says[a]}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </WithCsv>
      <p className="mb-1">
        <span className="quiet">Holds while:</span> {shift.conditions.join(' ')}
      </p>
      <SectionFindings id={setup.id} section="transition" />
    </div>
  );
}
