import { Button, Form } from 'react-bootstrap';
import type { Setup } from '@violet-jaw/core/job';
import type { Vise } from '@violet-jaw/core/shop';
import { torqueUnit } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { NumberField } from '../../fields/NumberField';
import { useLength, type SectionProps } from '../section';
import { useOutlineExport } from './useOutlineExport';

/** How hard a vise closes, and the pocket of its soft jaws. */
export function ViseHold(props: SectionProps & { device: Vise }) {
  const { setup, edit, device, planned } = props;
  const { speech } = useJob();
  const length = useLength(props, 'hold');
  const { closing } = setup;
  const jaws = closing.softJaws;
  const put = (change: Partial<Setup['closing']['softJaws']>) => edit((s: Setup) => ({ ...s, closing: { ...s.closing, softJaws: { ...s.closing.softJaws, ...change } } }));
  const opening = planned?.facts?.hold.vise?.openingMm;
  const spacer = opening === undefined ? undefined : `spacer ${speech.sizeWithUnit(opening)} while it is cut`;
  const save = useOutlineExport();
  const pocket = planned?.facts?.hold.drawn.find((d) => d.role === 'pocket');
  const jawsFromAbove = planned?.facts?.hold.obstacles.filter((o) => o.from === 0 && o.name.endsWith('jaw')).flatMap((o) => o.footprint) ?? [];
  return (
    <>
      <div className="fields mt-1">
        <NumberField label="Handle torque" unit={torqueUnit(speech.units)} value={closing.torque} min={0} max={10_000} optional empty="as rated" hint={closing.torque === null ? `rated: ${speech.torque(device.ratedTorqueNm)}` : undefined} onCommit={(torque) => edit((s) => ({ ...s, closing: { ...s.closing, torque } }))} />
        <Form.Check type="switch" id={`soft-${setup.id}`} label="Soft jaws with a pocket" checked={jaws.on} onChange={(e) => put({ on: e.target.checked })} />
        {jaws.on && length({ label: 'Pocket depth', mm: jaws.depth, min: 0, max: 500, set: (s, mm) => ({ ...s, closing: { ...s.closing, softJaws: { ...s.closing.softJaws, depth: mm } } }) })}
        {jaws.on && length({ label: 'Ledge under the part', mm: jaws.ledge, min: 0, max: 200, set: (s, mm) => ({ ...s, closing: { ...s.closing, softJaws: { ...s.closing.softJaws, ledge: mm } } }), hint: spacer })}
        {jaws.on && length({ label: 'Fit all round', mm: jaws.fit, min: 0, max: 5, set: (s, mm) => ({ ...s, closing: { ...s.closing, softJaws: { ...s.closing.softJaws, fit: mm } } }) })}
        {jaws.on && length({ label: 'Cutter for the pocket', mm: jaws.cutter, positive: true, max: 100, set: (s, mm) => ({ ...s, closing: { ...s.closing, softJaws: { ...s.closing.softJaws, cutter: mm } } }) })}
      </div>
      {pocket && <Button size="sm" variant="outline-primary" className="mt-1" onClick={() => { void save(setup, [{ name: 'pocket', rings: pocket.outlines }, { name: 'jaws', rings: jawsFromAbove }], 'soft-jaws'); }}>Pocket as DXF</Button>}
    </>
  );
}
