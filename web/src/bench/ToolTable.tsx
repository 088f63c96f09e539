import { Fragment } from 'react';
import { Button, Dropdown, Table } from 'react-bootstrap';
import { NO_CUT, type Setup, type Tool } from '@violet-jaw/core/job';
import { materialOf } from '@violet-jaw/core/shop';
import { toolFromShop } from '@violet-jaw/core/tools';
import { useJob } from '../app/JobLayout';
import { OptionalLengthField } from '../fields/OptionalLengthField';
import { CountField, TextField } from '../fields/TextField';
import { newId } from '../app/newId';
import { CutRow } from './CutRow';
import { PickTool } from './PickTool';
import { ToolInShop } from './ToolInShop';
import { WithCsv } from '../app/WithCsv';

/** So many tools a setup has at most. */
const MOST_TOOLS = 99;

/** The tools of a setup and how they cut; lengths that are not given can be given. */
export function ToolTable({ setup, onChange }: { setup: Setup; onChange: (tools: Tool[]) => void }) {
  const { job, shop } = useJob();
  const { tools } = setup;
  const freeNumber = Math.min(999, Math.max(0, ...tools.map((t) => t.number)) + 1);
  /** the number the shop gives it, where no other tool here has it */
  const numberFor = (wanted: number | null) =>
    wanted === null || tools.some((t) => t.number === wanted) ? freeNumber : wanted;
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
        <WithCsv name="Tool list">
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
                      <ToolInShop tool={t} edit={(fields) => edit(i, fields)} />
                      <CutRow tool={t} edit={(fields) => edit(i, fields)} />
                    </td>
                  </tr>
                </Fragment>
              ))}
            </tbody>
          </Table>
        </WithCsv>
      )}
      {tools.length < MOST_TOOLS && (
        <>
          <PickTool
            onPick={(tool) =>
              onChange([
                ...tools,
                toolFromShop(tool, {
                  id: newId(),
                  number: numberFor(tool.number),
                  material: materialOf(shop, job.material)?.id ?? null,
                }),
              ])
            }
          />
          <Button
            size="sm"
            variant="outline-primary"
            className="mt-2 me-2"
            onClick={() =>
              onChange([
                ...tools,
                { id: newId(), number: freeNumber, description: '', diameter: null, length: null, ...NO_CUT },
              ])
            }
          >
            Add tool
          </Button>
          <FromOtherSetup setup={setup} onCopy={(copied) => onChange([...tools, ...copied].slice(0, MOST_TOOLS))} />
        </>
      )}
    </>
  );
}

/** The tools of another setup of the job, those that are here already left out. */
function FromOtherSetup({ setup, onCopy }: { setup: Setup; onCopy: (tools: Tool[]) => void }) {
  const { job } = useJob();
  const others = job.setups.flatMap((s) => {
    const missing = s.id === setup.id ? [] : s.tools.filter((t) => !setup.tools.some((o) => o.number === t.number));
    return missing.length > 0 ? [{ op: s.op, tools: missing }] : [];
  });
  if (others.length === 0) return null;
  return (
    <Dropdown className="d-inline-block mt-2">
      <Dropdown.Toggle size="sm" variant="outline-primary" id={`copy-tools-${setup.id}`}>
        Tools of another setup
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {others.map(({ op, tools }) => (
          <Dropdown.Item
            key={op}
            as="button"
            onClick={() => onCopy(tools.map((t) => ({ ...structuredClone(t), id: newId() })))}
          >
            Op {op}: {tools.map((t) => `T${t.number}`).join(', ')}
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
