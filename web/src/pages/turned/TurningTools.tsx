import { Button } from 'react-bootstrap';
import { MOST_CHANGES, type TurningTool } from '@violet-jaw/core/job';
import { touchOffWords } from '@violet-jaw/core/turned';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { ChoiceField, CountField, TextField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';
import { useTurned } from './useTurned';

const USES: readonly TurningTool['use'][] = ['turning', 'cut-off', 'drilling', 'back work'];

/** The tools, and how each is touched off. */
export function TurningTools() {
  const { speech } = useJob();
  const planned = usePlan((s) => s.planned?.turned);
  const { turned, set } = useTurned();
  const edit = (id: string, fields: Partial<TurningTool>) =>
    set((t) => ({ tools: t.tools.map((z) => (z.id === id ? { ...z, ...fields } : z)) }));
  return (
    <section aria-label="Turning tools">
      <h3>Tools</h3>
      {turned.tools.map((t) => (
        <fieldset key={t.id} className="panel turned-change" aria-label={`T${t.number}`}>
          <strong className="wide">T{t.number}</strong>
          <CountField
            label="Number"
            value={t.number}
            min={1}
            max={9999}
            onCommit={(number) => edit(t.id, { number })}
          />
          <TextField
            label={`T${t.number} is`}
            value={t.description}
            maxLength={200}
            onCommit={(description) => edit(t.id, { description })}
          />
          <ChoiceField
            label={`T${t.number} is for`}
            value={t.use}
            choices={USES.map((value) => ({ value, says: value }))}
            onCommit={(use) => edit(t.id, { use })}
          />
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => set((all) => ({ tools: all.tools.filter((z) => z.id !== t.id) }))}
          >
            Take out T{t.number}
          </Button>
          {planned?.lathe && (
            <p className="wide mb-0">{touchOffWords(t, planned, { lathe: planned.lathe, speech }).join(' ')}</p>
          )}
        </fieldset>
      ))}
      {turned.tools.length < MOST_CHANGES && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            set((t) => ({
              tools: [
                ...t.tools,
                {
                  ...{ id: newId(), number: Math.max(0, ...t.tools.map((z) => z.number)) + 1 },
                  ...{ description: '', use: 'turning' as const },
                },
              ],
            }))
          }
        >
          Add a tool
        </Button>
      )}
      {turned.tools.length === 0 && <p className="quiet mb-0">No tool yet: sheet and run name none.</p>}
    </section>
  );
}
