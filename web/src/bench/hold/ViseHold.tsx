import type { PlannedSetup } from '@violet-jaw/core/plan';
import { Button, Form } from 'react-bootstrap';
import { torqueUnit } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { NumberField } from '../../fields/NumberField';
import { FurtherPieces } from './FurtherPieces';
import { useHold, type HoldProps } from './useHold';
import { outlinesOf, useOutlineExport } from './useOutlineExport';

/** How hard a vise closes, and the pocket of its soft jaws. */
export function ViseHold(props: HoldProps<'vise'>) {
  const {
    setup,
    hold: { torque, softJaws: jaws },
    device,
    planned,
  } = props;
  const { speech } = useJob();
  const { put, length } = useHold(props, 'hold');
  const putJaws = (change: Partial<typeof jaws>) => put((h) => ({ ...h, softJaws: { ...h.softJaws, ...change } }));
  const opening = planned?.facts?.hold.vise?.openingMm;
  const spacer = opening === undefined ? undefined : `spacer ${speech.sizeWithUnit(opening)} while it is cut`;
  const save = useOutlineExport();
  return (
    <>
      <div className="fields mt-1">
        <NumberField
          label="Handle torque"
          unit={torqueUnit(speech.units)}
          value={torque}
          min={0}
          max={10_000}
          optional
          empty="as rated"
          hint={torque === null ? `rated: ${speech.torque(device.ratedTorqueNm)}` : undefined}
          onCommit={(nm) => put((h) => ({ ...h, torque: nm }))}
        />
        <Form.Check
          type="switch"
          id={`soft-${setup.id}`}
          label="Soft jaws with a pocket"
          checked={jaws.on}
          onChange={(e) => putJaws({ on: e.target.checked })}
        />
        {jaws.on &&
          length({
            label: 'Pocket depth',
            mm: jaws.depth,
            min: 0,
            max: 500,
            set: (h, mm) => ({ ...h, softJaws: { ...h.softJaws, depth: mm } }),
          })}
        {jaws.on &&
          length({
            label: 'Ledge under the part',
            mm: jaws.ledge,
            min: 0,
            max: 200,
            set: (h, mm) => ({ ...h, softJaws: { ...h.softJaws, ledge: mm } }),
            hint: spacer,
          })}
        {jaws.on &&
          length({
            label: 'Fit all round',
            mm: jaws.fit,
            min: 0,
            max: 5,
            set: (h, mm) => ({ ...h, softJaws: { ...h.softJaws, fit: mm } }),
          })}
        {jaws.on &&
          length({
            label: 'Cutter for the pocket',
            mm: jaws.cutter,
            positive: true,
            max: 100,
            set: (h, mm) => ({ ...h, softJaws: { ...h.softJaws, cutter: mm } }),
          })}
      </div>
      {outlinesOf(planned, 'pocket').length > 0 && (
        <Button
          size="sm"
          variant="outline-primary"
          className="mt-1"
          onClick={() => {
            void save(
              setup,
              (now) => [
                { name: 'pocket', rings: outlinesOf(now, 'pocket') },
                { name: 'jaws', rings: jawsFromAbove(now) },
              ],
              'soft-jaws',
            );
          }}
        >
          Pocket as DXF
        </Button>
      )}
      <FurtherPieces {...props} />
    </>
  );
}

const jawsFromAbove = (planned: PlannedSetup) =>
  planned.facts?.hold.obstacles.filter((o) => o.from === 0 && o.name.endsWith('jaw')).flatMap((o) => o.footprint) ?? [];
