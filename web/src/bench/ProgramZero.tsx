import { Form } from 'react-bootstrap';
import { AXES, DIRECTIONS, axisOf } from '@violet-jaw/core/frames';
import type { Job, Programmed, Setup } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { useJob } from '../app/JobLayout';
import { ChoiceField } from '../fields/TextField';
import { PlaceField } from './PlaceField';

/** How the program was made: where its zero is and which way the part lay, compared with the setup. */
export function ProgramZero({ setup, planned }: { setup: Setup; planned: PlannedSetup | undefined }) {
  const { change, speech } = useJob();
  const { programmed } = setup;
  const put = (next: Programmed | null, features: Job['features'] | null = null) =>
    change((j) => ({
      features: features ?? j.features,
      setups: j.setups.map((s) => (s.id === setup.id ? { ...s, programmed: next } : s)),
    }));
  const facts = planned?.facts?.programmed;
  const agrees =
    facts && facts.sameWay && facts.problems.length === 0 && AXES.every((a) => Math.abs(facts.off[a]) < 1e-6);
  const stated = () => ({
    of: 'finished part' as const,
    orientation: setup.orientation,
    x: setup.zero.x,
    y: setup.zero.y,
    z: setup.zero.z,
  });
  return (
    <>
      <Form.Check
        id={`programmed-${setup.id}`}
        className="mt-2"
        label="State how the program was made"
        checked={programmed !== null}
        onChange={(e) => put(e.target.checked ? stated() : null)}
      />
      {programmed && (
        <div className="fields">
          <ChoiceField
            label="Its zero is on the"
            value={programmed.of}
            choices={[
              { value: 'finished part', says: 'finished part' },
              { value: 'raw blank', says: 'raw blank' },
            ]}
            onCommit={(of) => put({ ...programmed, of })}
          />
          <ChoiceField
            label="Programmed with up"
            value={programmed.orientation.up}
            choices={DIRECTIONS.map((d) => ({ value: d, says: PART_SIDE[d] }))}
            onCommit={(up) =>
              put({
                ...programmed,
                orientation: {
                  up,
                  right:
                    axisOf(up) === axisOf(programmed.orientation.right)
                      ? DIRECTIONS.find((d) => axisOf(d) !== axisOf(up) && d[0] === '+')!
                      : programmed.orientation.right,
                },
              })
            }
          />
          <ChoiceField
            label="…and to the right"
            value={programmed.orientation.right}
            choices={DIRECTIONS.filter((d) => axisOf(d) !== axisOf(programmed.orientation.up)).map((d) => ({
              value: d,
              says: PART_SIDE[d],
            }))}
            onCommit={(right) => put({ ...programmed, orientation: { ...programmed.orientation, right } })}
          />
          {AXES.map((a) => (
            <PlaceField
              key={a}
              label={`Programmed ${a.toUpperCase()}`}
              axis={a}
              orientation={programmed.orientation}
              place={programmed[a]}
              onCommit={(place, features) => put({ ...programmed, [a]: place }, features)}
            />
          ))}
        </div>
      )}
      {agrees && (
        <p className="mt-1 mb-0">
          The program's zero and the setup's are the same point
          {facts ? (
            <>
              {' '}
              (part X <span className="number">{speech.signed(facts.inPart.x)}</span> Y{' '}
              <span className="number">{speech.signed(facts.inPart.y)}</span> Z{' '}
              <span className="number">{speech.signed(facts.inPart.z)}</span>)
            </>
          ) : null}
          .
        </p>
      )}
    </>
  );
}
