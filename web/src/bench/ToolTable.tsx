import { Fragment } from 'react';
import { Button, Table } from 'react-bootstrap';
import { feedRate, rpmFor, surfaceSpeed } from '@violet-jaw/core/hold';
import { NO_CUT, type Tool } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';
import { Labeled } from '../fields/Labeled';
import { NumberField } from '../fields/NumberField';
import { OptionalLengthField } from '../fields/OptionalLengthField';
import { ChoiceField, CountField, TextField } from '../fields/TextField';
import { newId } from '../app/newId';

const USES = [{ value: 'milling', says: 'mills' }, { value: 'drilling', says: 'drills' }, { value: 'other', says: 'no force' }] as const;
const EDGES = [{ value: '', says: 'not told' }, { value: 'carbide', says: 'carbide' }, { value: 'high-speed steel', says: 'HSS' }] as const;
const M_PER_FOOT = 0.3048;

type Optional = 'diameter' | 'length' | 'cutDepth' | 'cutWidth' | 'stickOut' | 'holderDiameter' | 'feedPerTooth';

/** How one tool cuts: what the force on the part is computed from. Speed of rotation and surface speed follow each other. */
function CutRow({ tool, edit }: { tool: Tool; edit: (fields: Partial<Tool>) => void }) {
  const { job } = useJob();
  const metric = job.units === 'mm';
  const name = (what: string) => `${what} of T${tool.number}`;
  const length = (key: Optional, label: string, max = 1000) => <Labeled text={label}><OptionalLengthField label={name(label)} mm={tool[key]} units={job.units} positive max={max} onCommit={(mm) => edit({ [key]: mm })} /></Labeled>;
  const speed = tool.diameter && tool.rpm ? surfaceSpeed(tool.diameter, tool.rpm) : null;
  const perMinute = tool.feedPerTooth && tool.flutes && tool.rpm ? feedRate(tool.feedPerTooth, tool.flutes, tool.rpm) : null;
  return (
    <div className="cut" role="group" aria-label={`Cut of T${tool.number}`}>
      <Labeled text="Cuts by"><ChoiceField hideLabel label={name('Cuts by')} value={tool.use} choices={USES} onCommit={(use) => edit({ use })} /></Labeled>
      {tool.use !== 'other' && (
        <>
          <Labeled text={tool.use === 'drilling' ? 'Lips' : 'Flutes'}><NumberField hideLabel optional label={name('Flutes')} value={tool.flutes} min={1} max={100} digits={0} onCommit={(flutes) => edit({ flutes: flutes === null ? null : Math.round(flutes) })} /></Labeled>
          {length('feedPerTooth', 'Feed a tooth', 10)}
          {tool.use === 'milling' && length('cutDepth', 'Deep')}
          {tool.use === 'milling' && length('cutWidth', 'Wide')}
          <Labeled text="1/min"><NumberField hideLabel optional label={name('Speed')} value={tool.rpm} min={1} max={300_000} digits={0} onCommit={(rpm) => edit({ rpm })} /></Labeled>
          <Labeled text={metric ? 'm/min' : 'ft/min'}>
            <NumberField hideLabel optional label={name('Surface speed')} value={speed === null ? null : metric ? speed : speed / M_PER_FOOT} min={0.01} max={30_000} digits={1} onCommit={(v) => { if (tool.diameter) edit({ rpm: v === null ? null : Math.round(rpmFor(tool.diameter, metric ? v : v * M_PER_FOOT)) }); }} />
          </Labeled>
          <Labeled text="Edges of"><ChoiceField hideLabel label={name('Edges')} value={tool.material ?? ''} choices={EDGES} onCommit={(v) => edit({ material: v === '' ? null : v })} /></Labeled>
          {tool.use === 'milling' && <Labeled text="Helix °"><NumberField hideLabel optional label={name('Helix angle')} empty="45" value={tool.helix} min={0} max={70} digits={0} onCommit={(helix) => edit({ helix })} /></Labeled>}
          {tool.use === 'drilling' && <Labeled text="Point °"><NumberField hideLabel optional label={name('Point angle')} empty="118" value={tool.point} min={60} max={180} digits={0} onCommit={(point) => edit({ point })} /></Labeled>}
          {length('stickOut', 'Sticks out')}
          {length('holderDiameter', 'Holder')}
          <Labeled text="Length in H"><NumberField hideLabel optional label={name('Length register')} empty={String(tool.number)} value={tool.lengthRegister} min={1} max={999} digits={0} onCommit={(h) => edit({ lengthRegister: h === null ? null : Math.round(h) })} /></Labeled>
          {perMinute !== null && <span className="quiet">feed {metric ? `${Math.round(perMinute)} mm/min` : `${(perMinute / 25.4).toFixed(1)} in/min`}</span>}
        </>
      )}
    </div>
  );
}

/** The tools of a setup and how they cut; lengths that are not given can be given. */
export function ToolTable({ tools, onChange }: { tools: readonly Tool[]; onChange: (tools: Tool[]) => void }) {
  const { job } = useJob();
  const edit = (i: number, fields: Partial<Tool>) => onChange(tools.map((t, k) => (k === i ? { ...t, ...fields } : t)));
  const optional = (i: number, key: 'diameter' | 'length', label: string) => (
    <OptionalLengthField label={`${label} of T${tools[i].number}`} mm={tools[i][key]} units={job.units} positive max={2000} onCommit={(mm) => edit(i, { [key]: mm })} />
  );
  return (
    <>
      {tools.length > 0 && (
        <Table size="sm" className="mt-2">
          <thead><tr><th style={{ width: '4.5rem' }}>T</th><th>Tool</th><th style={{ width: '6.5rem' }} className="number">Diameter</th><th style={{ width: '6.5rem' }} className="number">Length</th><th><span className="visually-hidden">Remove</span></th></tr></thead>
          <tbody>
            {tools.map((t, i) => (
              <Fragment key={t.id}>
              <tr className="tool">
                <td><CountField hideLabel label="Tool number" value={t.number} min={1} max={999} onCommit={(number) => edit(i, { number })} /></td>
                <td><TextField hideLabel label={`Description of T${t.number}`} value={t.description} onCommit={(description) => edit(i, { description })} /></td>
                <td>{optional(i, 'diameter', 'Diameter')}</td>
                <td>{optional(i, 'length', 'Length')}</td>
                <td><Button size="sm" variant="outline-primary" aria-label={`Remove T${t.number}`} onClick={() => onChange(tools.filter((_, k) => k !== i))}>✕</Button></td>
              </tr>
              <tr className="tool-cut"><td colSpan={5}><CutRow tool={t} edit={(fields) => edit(i, fields)} /></td></tr>
              </Fragment>
            ))}
          </tbody>
        </Table>
      )}
      <Button size="sm" variant="outline-primary" className="mt-2" onClick={() => onChange([...tools, { id: newId(), number: Math.min(999, Math.max(0, ...tools.map((t) => t.number)) + 1), description: '', diameter: null, length: null, ...NO_CUT }])}>Add tool</Button>
    </>
  );
}
