import { Button } from 'react-bootstrap';
import { alongSide, isBoxKind } from '@violet-jaw/core/blank';
import { axisOf, boxSize, DIRECTIONS, type Box3 } from '@violet-jaw/core/frames';
import { MOST_EARS, type Ear } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import { capital } from '@violet-jaw/core/units';
import { newId } from '../../app/newId';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';

/** Sides an ear can be glued to: not those across which the blank is thin. */
function sidesOf(blank: Box3): Ear['side'][] {
  const size = boxSize(blank);
  const thin = (['x', 'y', 'z'] as const).reduce((a, b) => (size[b] < size[a] - 1e-9 ? b : a), 'z');
  return DIRECTIONS.filter((d) => axisOf(d) !== thin);
}

/** An ear in the middle of a side, about a third of it wide and with room for a dowel. */
function newEar(blank: Box3, side: Ear['side']): Ear {
  const along = alongSide(blank, side);
  const width = Math.max(30, Math.round((blank.max[along] - blank.min[along]) / 3));
  const at = Math.round((blank.max[along] + blank.min[along]) / 2);
  return { id: newId(), side, at, width, out: 40, bond: null };
}

/** Pieces glued to the sides of the blank, so that there is room for dowels where the blank has none. */
export function Ears() {
  const { job, change } = useJob();
  const planned = usePlan((s) => s.planned);
  const { ears } = job.blank;
  if (!planned || (!isBoxKind(job.blank.kind) && ears.length === 0)) return null;
  const put = (set: (ears: readonly Ear[]) => Ear[]) =>
    change((j) => ({ blank: { ...j.blank, ears: set(j.blank.ears) } }));
  const sides = sidesOf(planned.blank.box);
  const free = sides.find((d) => ears.every((e) => e.side !== d)) ?? sides[0];
  return (
    <div role="group" aria-label="Ears">
      <h3 className="mt-2">Ears</h3>
      <p className="quiet mb-1">
        Pieces glued to its sides, as thick as the blank, for dowels it has no room for. They stay until a cut takes
        them off.
      </p>
      {ears.map((ear) => (
        <OneEar key={ear.id} ear={ear} sides={sides} put={put} />
      ))}
      {isBoxKind(job.blank.kind) && (
        <Button
          size="sm"
          variant="outline-primary"
          className="mb-2"
          disabled={ears.length >= MOST_EARS}
          onClick={() => put((all) => [...all, newEar(planned.blank.box, free)])}
        >
          Add an ear
        </Button>
      )}
    </div>
  );
}

function OneEar({
  ear,
  sides,
  put,
}: {
  ear: Ear;
  sides: readonly Ear['side'][];
  put: (set: (ears: readonly Ear[]) => Ear[]) => void;
}) {
  const { job, shop } = useJob();
  const planned = usePlan((s) => s.planned);
  const facts = planned?.blank.ears?.find((e) => e.id === ear.id);
  const name = facts?.name ?? `ear at the ${PART_SIDE[ear.side]}`;
  const set = (fields: Partial<Ear>) => put((all) => all.map((e) => (e.id === ear.id ? { ...e, ...fields } : e)));
  const choices = sides.includes(ear.side) ? sides : [...sides, ear.side];
  const along = facts?.along.toUpperCase() ?? '';
  return (
    <fieldset className="dowel" aria-label={capital(name)}>
      <legend>{capital(name)}</legend>
      <div className="fields">
        <ChoiceField
          label="Glued to"
          value={ear.side}
          choices={choices.map((d) => ({ value: d, says: PART_SIDE[d] }))}
          onCommit={(side) => set({ side })}
        />
        <LengthField
          label={`Its middle at ${along} of the part`}
          mm={ear.at}
          units={job.units}
          signed
          min={-20_000}
          max={20_000}
          onCommit={(at) => set({ at })}
        />
        <LengthField
          label={`Width along ${along}`}
          mm={ear.width}
          units={job.units}
          positive
          max={5000}
          onCommit={(width) => set({ width })}
        />
        <LengthField
          label="Stands out"
          mm={ear.out}
          units={job.units}
          positive
          max={5000}
          onCommit={(out) => set({ out })}
        />
        <ChoiceField
          label="Glued with"
          value={ear.bond ?? ''}
          choices={[{ value: '', says: 'choose…' }, ...shop.bonds.map((b) => ({ value: b.id, says: b.name }))]}
          onCommit={(bond) => set({ bond: bond || null })}
        />
        <Button
          size="sm"
          variant="outline-danger"
          aria-label={`Take off the ${name}`}
          onClick={() => put((all) => all.filter((e) => e.id !== ear.id))}
        >
          Take off
        </Button>
      </div>
    </fieldset>
  );
}
