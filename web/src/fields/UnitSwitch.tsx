import { Button, ButtonGroup } from 'react-bootstrap';
import { unitName, type Units } from '@violet-jaw/core/units';

/** In which unit lengths are shown. @param label what it is for, to screen readers */
export function UnitSwitch({
  label,
  units,
  onChange,
}: {
  label: string;
  units: Units;
  onChange: (units: Units) => void;
}) {
  return (
    <ButtonGroup className="mt-3" aria-label={label}>
      {(['mm', 'inch'] as const).map((u) => (
        <Button
          key={u}
          size="sm"
          variant={u === units ? 'primary' : 'outline-primary'}
          aria-pressed={u === units}
          onClick={() => onChange(u)}
        >
          {unitName(u)}
        </Button>
      ))}
    </ButtonGroup>
  );
}
