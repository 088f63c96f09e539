import { Button, Form } from 'react-bootstrap';
import { useLength, type SectionProps } from '../section';
import { outlinesOf, useOutlineExport } from './useOutlineExport';

/** The gasket line the planner has drawn, to cut it or to mark the plate. */
export function GasketExport({ setup, planned }: SectionProps) {
  const save = useOutlineExport();
  if (outlinesOf(planned, 'gasket').length === 0) return null;
  return (
    <Button
      size="sm"
      variant="outline-primary"
      className="mt-1"
      onClick={() => {
        void save(setup, (now) => [{ name: 'gasket', rings: outlinesOf(now, 'gasket') }], 'gasket');
      }}
    >
      Gasket as DXF
    </Button>
  );
}

/** A locating outline cut from sheet, to put the part back for a late operation. */
export function JigFields(props: SectionProps) {
  const { setup, edit, planned } = props;
  const length = useLength(props, 'hold');
  const save = useOutlineExport();
  const { jig } = setup;
  const windows = outlinesOf(planned, 'jig-window').length;
  return (
    <>
      <div className="fields mt-1">
        <Form.Check
          type="switch"
          id={`jig-${setup.id}`}
          label="Jig cut from sheet"
          checked={jig.on}
          onChange={(e) => edit((s) => ({ ...s, jig: { ...s.jig, on: e.target.checked } }))}
        />
        {jig.on &&
          length({
            label: 'Fit in the jig',
            mm: jig.fit,
            min: 0,
            max: 5,
            set: (s, mm) => ({ ...s, jig: { ...s.jig, fit: mm } }),
          })}
        {jig.on &&
          length({
            label: 'Jig sheet',
            mm: jig.thickness,
            positive: true,
            max: 500,
            set: (s, mm) => ({ ...s, jig: { ...s.jig, thickness: mm } }),
          })}
        {jig.on &&
          length({
            label: 'Border around',
            mm: jig.border,
            min: 0,
            max: 500,
            set: (s, mm) => ({ ...s, jig: { ...s.jig, border: mm } }),
          })}
      </div>
      {outlinesOf(planned, 'jig').length > 0 && (
        <Button
          size="sm"
          variant="outline-primary"
          className="mt-1"
          onClick={() => {
            void save(
              setup,
              (now) => [
                { name: 'jig', rings: outlinesOf(now, 'jig') },
                { name: 'windows', rings: outlinesOf(now, 'jig-window') },
              ],
              'jig',
            );
          }}
        >
          Jig as DXF
        </Button>
      )}
      {windows > 0 && (
        <p className="mb-1 quiet">
          {windows} {windows === 1 ? 'window' : 'windows'} where the cutter works.
        </p>
      )}
    </>
  );
}
