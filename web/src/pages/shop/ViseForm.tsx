import { Button } from 'react-bootstrap';
import { rectangle, type Scene } from '@violet-jaw/core/drawing';
import type { Vise } from '@violet-jaw/core/shop';
import { MM_PER_INCH, type Units } from '@violet-jaw/core/units';
import { Drawing } from '../../drawing/Drawing';
import { LengthField } from '../../fields/LengthField';
import { TextField } from '../../fields/TextField';

type LengthKey = { [K in keyof Vise]: Vise[K] extends number ? K : never }[keyof Vise];

const FIELDS: readonly { key: LengthKey; label: string; zero?: boolean }[] = [
  { key: 'jawWidth', label: 'Jaw width' }, { key: 'jawHeight', label: 'Jaw top above bed' }, { key: 'jawThickness', label: 'Jaw thickness' },
  { key: 'maxOpening', label: 'Opens to' }, { key: 'bedThickness', label: 'Bed thickness' }, { key: 'parallelThickness', label: 'Parallels, thickness' },
  { key: 'stopDiameter', label: 'Stop rod diameter' }, { key: 'minimumGrip', label: 'Grip wanted', zero: true }, { key: 'clearanceAboveJaws', label: 'Clearance wanted above jaws', zero: true },
];

/** The vise from its left end, half open. */
function viseScene(v: Vise): Scene {
  const open = v.maxOpening / 2;
  return {
    title: `${v.name} from the left end`,
    shapes: [
      { kind: 'region', role: 'steel', outlines: rectangle(-v.jawThickness, -v.bedThickness, open + v.jawThickness, 0) },
      { kind: 'region', role: 'steel', outlines: rectangle(-v.jawThickness, 0, 0, v.jawHeight) },
      { kind: 'region', role: 'steel', outlines: rectangle(open, 0, open + v.jawThickness, v.jawHeight) },
      { kind: 'label', at: [-v.jawThickness * 0.5, v.jawHeight * 0.35], text: 'fixed', anchor: 'middle', backed: true },
      { kind: 'label', at: [open + v.jawThickness * 0.5, v.jawHeight * 0.35], text: 'moving', anchor: 'middle', backed: true },
    ],
  };
}

export function ViseForm({ vise, units, onChange, onRemove }: { vise: Vise; units: Units; onChange: (vise: Vise) => void; onRemove: () => void }) {
  const inSquare = units === 'mm' ? 1 : MM_PER_INCH;
  return (
    <section className="panel" aria-label={vise.name}>
      <div className="bench">
        <div className="fields">
          <TextField label="Vise" value={vise.name} required onCommit={(name) => onChange({ ...vise, name })} />
          {FIELDS.map(({ key, label, zero }) => (
            <LengthField key={key} label={label} mm={vise[key]} units={units} positive={!zero} min={0} max={key === 'jawHeight' || zero ? 1000 : key === 'stopDiameter' ? 200 : 10_000} onCommit={(mm) => onChange({ ...vise, [key]: mm })} />
          ))}
          <LengthField
            label={`Rest area wanted, ${units === 'mm' ? 'mm²' : 'in²'}`} mm={vise.minimumRestAreaMm2 / inSquare} units={units} min={0} max={1e6}
            onCommit={(v) => onChange({ ...vise, minimumRestAreaMm2: v * inSquare })}
          />
        </div>
        <div><Drawing scene={viseScene(vise)} width={380} height={190} fontSize={12} /></div>
      </div>
      <Button size="sm" variant="outline-primary" className="mt-2" onClick={onRemove}>Remove {vise.name}</Button>
    </section>
  );
}
