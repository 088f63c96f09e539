import { Button } from 'react-bootstrap';
import { MOST_STEPS, type PartSource } from '@violet-jaw/core/job';
import { WithCsv } from '../../app/WithCsv';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { LengthField } from '../../fields/LengthField';

type Turned = Extract<PartSource, { turned: unknown }>['turned'];
type Step = Turned['steps'][number];

/** Lengths and diameters of a typed turned part, from its first end on. */
export function TurnedSteps({ turned }: { turned: Turned }) {
  const { job, change } = useJob();
  const set = (next: (steps: readonly Step[]) => Step[]) =>
    change((j) =>
      'turned' in j.body ? { body: { turned: { ...j.body.turned, steps: next(j.body.turned.steps) } } } : {},
    );
  const edit = (id: string, fields: Partial<Step>) =>
    set((steps) => steps.map((s) => (s.id === id ? { ...s, ...fields } : s)));
  return (
    <>
      <WithCsv name="Lengths and diameters">
        <table className="table table-sm mb-1" aria-label="Lengths and diameters">
          <thead>
            <tr>
              <th>Length</th>
              <th>⌀ at its beginning</th>
              <th>⌀ at its end</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {turned.steps.map((s, i) => (
              <tr key={s.id}>
                {(['length', 'from', 'to'] as const).map((key) => (
                  <td key={key}>
                    <LengthField
                      hideLabel
                      label={`${{ length: 'Length', from: 'Diameter at the beginning', to: 'Diameter at the end' }[key]} ${i + 1}`}
                      mm={s[key]}
                      units={job.units}
                      positive
                      max={10_000}
                      // a cylinder stays one: its end goes along until it is typed itself
                      onCommit={(mm) =>
                        edit(s.id, key === 'from' && s.from === s.to ? { from: mm, to: mm } : { [key]: mm })
                      }
                    />
                  </td>
                ))}
                <td>
                  {turned.steps.length > 1 && (
                    <Button
                      size="sm"
                      variant="outline-primary"
                      aria-label={`Take out length ${i + 1}`}
                      onClick={() => set((steps) => steps.filter((e) => e.id !== s.id))}
                    >
                      Take out
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </WithCsv>
      {turned.steps.length < MOST_STEPS && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            set((steps) => {
              const { to } = steps[steps.length - 1];
              return [...steps, { id: newId(), length: 10, from: to, to }];
            })
          }
        >
          Add a length
        </Button>
      )}
    </>
  );
}
