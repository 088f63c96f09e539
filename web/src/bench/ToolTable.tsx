import { Fragment } from 'react';
import { Button, Table } from 'react-bootstrap';
import { NO_CUT, type Tool } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';
import { OptionalLengthField } from '../fields/OptionalLengthField';
import { CountField, TextField } from '../fields/TextField';
import { newId } from '../app/newId';
import { CutRow } from './CutRow';

/** The tools of a setup and how they cut; lengths that are not given can be given. */
export function ToolTable({ tools, onChange }: { tools: readonly Tool[]; onChange: (tools: Tool[]) => void }) {
  const { job } = useJob();
  const edit = (i: number, fields: Partial<Tool>) => onChange(tools.map((t, k) => (k === i ? { ...t, ...fields } : t)));
  const optional = (i: number, key: 'diameter' | 'length', label: string) => (
    <OptionalLengthField
      label={`${label} of T${tools[i].number}`}
      mm={tools[i][key]}
      units={job.units}
      positive
      max={2000}
      onCommit={(mm) => edit(i, { [key]: mm })}
    />
  );
  return (
    <>
      {tools.length > 0 && (
        <Table size="sm" className="mt-2">
          <thead>
            <tr>
              <th style={{ width: '4.5rem' }}>T</th>
              <th>Tool</th>
              <th style={{ width: '6.5rem' }} className="number">
                Diameter
              </th>
              <th style={{ width: '6.5rem' }} className="number">
                Length
              </th>
              <th>
                <span className="visually-hidden">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {tools.map((t, i) => (
              <Fragment key={t.id}>
                <tr className="tool">
                  <td>
                    <CountField
                      hideLabel
                      label="Tool number"
                      value={t.number}
                      min={1}
                      max={999}
                      onCommit={(number) => edit(i, { number })}
                    />
                  </td>
                  <td>
                    <TextField
                      hideLabel
                      label={`Description of T${t.number}`}
                      value={t.description}
                      onCommit={(description) => edit(i, { description })}
                    />
                  </td>
                  <td>{optional(i, 'diameter', 'Diameter')}</td>
                  <td>{optional(i, 'length', 'Length')}</td>
                  <td>
                    <Button
                      size="sm"
                      variant="outline-primary"
                      aria-label={`Remove T${t.number}`}
                      onClick={() => onChange(tools.filter((_, k) => k !== i))}
                    >
                      ✕
                    </Button>
                  </td>
                </tr>
                <tr className="tool-cut">
                  <td colSpan={5}>
                    <CutRow tool={t} edit={(fields) => edit(i, fields)} />
                  </td>
                </tr>
              </Fragment>
            ))}
          </tbody>
        </Table>
      )}
      <Button
        size="sm"
        variant="outline-primary"
        className="mt-2"
        onClick={() =>
          onChange([
            ...tools,
            {
              id: newId(),
              number: Math.min(999, Math.max(0, ...tools.map((t) => t.number)) + 1),
              description: '',
              diameter: null,
              length: null,
              ...NO_CUT,
            },
          ])
        }
      >
        Add tool
      </Button>
    </>
  );
}
