import type { Direction } from '@violet-jaw/core/frames';
import type { Blank, Film } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import { useJob } from '../../app/JobLayout';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { ChoiceField } from '../../fields/TextField';

/** Protective film that stays on a plate or sheet while it is cut. */
export function FilmRow({ blank: { film, along } }: { blank: Blank }) {
  const { job, change } = useJob();
  const set = (next: Film | null) => change((j) => ({ blank: { ...j.blank, film: next } }));
  const name = (d: Direction) => `${PART_SIDE[d]} ${d.toUpperCase()}`;
  return (
    <tr>
      <td className="text-nowrap">film that stays on</td>
      <td className="number">
        <OptionalLengthField
          label="Thickness of the film that stays on"
          mm={film?.thickness ?? null}
          units={job.units}
          max={5}
          empty="none"
          onCommit={(thickness) => set(thickness ? { on: film?.on ?? 'both', thickness } : null)}
        />
      </td>
      <td className="quiet">
        {film ? (
          <ChoiceField
            hideLabel
            label="Film is on"
            value={film.on}
            choices={[
              { value: 'both', says: 'both faces' },
              { value: 'plus', says: name(`+${along}`) },
              { value: 'minus', says: name(`-${along}`) },
            ]}
            onCommit={(on) => set({ ...film, on })}
          />
        ) : (
          'none'
        )}
      </td>
    </tr>
  );
}
