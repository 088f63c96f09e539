import { type Tool } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';
import { OptionalLengthField } from '../fields/OptionalLengthField';
import { ChoiceField } from '../fields/TextField';
import { feedRate, rpmFor, surfaceSpeed } from '@violet-jaw/core/hold';
import { Labeled } from '../fields/Labeled';
import { NumberField } from '../fields/NumberField';

type Optional = 'diameter' | 'length' | 'cutDepth' | 'cutWidth' | 'stickOut' | 'holderDiameter' | 'feedPerTooth';

const USES = [
  { value: 'milling', says: 'mills' },
  { value: 'drilling', says: 'drills' },
  { value: 'other', says: 'no force' },
] as const;
const EDGES = [
  { value: '', says: 'not told' },
  { value: 'carbide', says: 'carbide' },
  { value: 'high-speed steel', says: 'HSS' },
] as const;
const M_PER_FOOT = 0.3048;

/**
 * How one tool cuts: what the force on the part is computed from. Speed of rotation and surface speed follow each
 * other.
 */
export function CutRow({ tool, edit }: { tool: Tool; edit: (fields: Partial<Tool>) => void }) {
  const { job } = useJob();
  const metric = job.units === 'mm';
  const name = (what: string) => `${what} of T${tool.number}`;
  const length = (key: Optional, label: string, max = 1000) => (
    <Labeled text={label}>
      <OptionalLengthField
        label={name(label)}
        mm={tool[key]}
        units={job.units}
        positive
        max={max}
        onCommit={(mm) => edit({ [key]: mm })}
      />
    </Labeled>
  );
  const speed = tool.diameter && tool.rpm ? surfaceSpeed(tool.diameter, tool.rpm) : null;
  const perMinute =
    tool.feedPerTooth && tool.flutes && tool.rpm ? feedRate(tool.feedPerTooth, tool.flutes, tool.rpm) : null;
  return (
    <div className="cut" role="group" aria-label={`Cut of T${tool.number}`}>
      <Labeled text="Cuts by">
        <ChoiceField
          hideLabel
          label={name('Cuts by')}
          value={tool.use}
          choices={USES}
          onCommit={(use) => edit({ use })}
        />
      </Labeled>
      {tool.use !== 'other' && (
        <>
          <Labeled text={tool.use === 'drilling' ? 'Lips' : 'Flutes'}>
            <NumberField
              hideLabel
              optional
              label={name('Flutes')}
              value={tool.flutes}
              min={1}
              max={100}
              digits={0}
              onCommit={(flutes) => edit({ flutes: flutes === null ? null : Math.round(flutes) })}
            />
          </Labeled>
          {length('feedPerTooth', 'Feed a tooth', 10)}
          {tool.use === 'milling' && length('cutDepth', 'Deep')}
          {tool.use === 'milling' && length('cutWidth', 'Wide')}
          <Labeled text="1/min">
            <NumberField
              hideLabel
              optional
              label={name('Speed')}
              value={tool.rpm}
              min={1}
              max={300_000}
              digits={0}
              onCommit={(rpm) => edit({ rpm })}
            />
          </Labeled>
          <SurfaceSpeed metric={metric} name={name} speed={speed} tool={tool} edit={edit} />
          <Edges name={name} tool={tool} edit={edit} />
          {tool.use === 'milling' && <Helix name={name} tool={tool} edit={edit} />}
          {tool.use === 'drilling' && <PointAngle name={name} tool={tool} edit={edit} />}
          {length('stickOut', 'Sticks out')}
          {length('holderDiameter', 'Holder')}
          <Labeled text="Length in H">
            <NumberField
              hideLabel
              optional
              label={name('Length register')}
              empty={String(tool.number)}
              value={tool.lengthRegister}
              min={1}
              max={999}
              digits={0}
              onCommit={(h) => edit({ lengthRegister: h === null ? null : Math.round(h) })}
            />
          </Labeled>
          {perMinute !== null && (
            <span className="quiet">
              feed {metric ? `${Math.round(perMinute)} mm/min` : `${(perMinute / 25.4).toFixed(1)} in/min`}
            </span>
          )}
        </>
      )}
    </div>
  );
}

function SurfaceSpeed({
  metric,
  name,
  speed,
  tool,
  edit,
}: {
  metric: boolean;
  name: (what: string) => string;
  speed: number | null;
  tool: Tool;
  edit: (fields: Partial<Tool>) => void;
}) {
  return (
    <Labeled text={metric ? 'm/min' : 'ft/min'}>
      <NumberField
        hideLabel
        optional
        label={name('Surface speed')}
        value={speed === null ? null : metric ? speed : speed / M_PER_FOOT}
        min={0.01}
        max={30_000}
        digits={1}
        onCommit={(v) => {
          if (tool.diameter)
            edit({ rpm: v === null ? null : Math.round(rpmFor(tool.diameter, metric ? v : v * M_PER_FOOT)) });
        }}
      />
    </Labeled>
  );
}

function Edges({
  name,
  tool,
  edit,
}: {
  name: (what: string) => string;
  tool: Tool;
  edit: (fields: Partial<Tool>) => void;
}) {
  return (
    <Labeled text="Edges of">
      <ChoiceField
        hideLabel
        label={name('Edges')}
        value={tool.material ?? ''}
        choices={EDGES}
        onCommit={(v) => edit({ material: v === '' ? null : v })}
      />
    </Labeled>
  );
}

export function Helix({
  name,
  tool,
  edit,
}: {
  name: (what: string) => string;
  tool: Tool;
  edit: (fields: Partial<Tool>) => void;
}) {
  return (
    <Labeled text="Helix °">
      <NumberField
        hideLabel
        optional
        label={name('Helix angle')}
        empty="45"
        value={tool.helix}
        min={0}
        max={70}
        digits={0}
        onCommit={(helix) => edit({ helix })}
      />
    </Labeled>
  );
}

function PointAngle({
  name,
  tool,
  edit,
}: {
  name: (what: string) => string;
  tool: Tool;
  edit: (fields: Partial<Tool>) => void;
}) {
  return (
    <Labeled text="Point °">
      <NumberField
        hideLabel
        optional
        label={name('Point angle')}
        empty="118"
        value={tool.point}
        min={60}
        max={180}
        digits={0}
        onCommit={(point) => edit({ point })}
      />
    </Labeled>
  );
}
