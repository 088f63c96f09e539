import { Button } from 'react-bootstrap';
import {
  barLinesSchema,
  latheFieldsSchema,
  NEW_LATHE,
  NEW_SECOND,
  secondSpindleSchema,
  type Machine,
} from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { SchemaFields } from '../../fields/SchemaFields';

/** What a bar lathe has: spindles, bushing, feeder, and the words of its control. */
export function LatheFields({
  machine: { lathe, name },
  units,
  onChange,
}: {
  machine: Machine;
  units: Units;
  onChange: (lathe: Machine['lathe']) => void;
}) {
  if (!lathe)
    return (
      <Button size="sm" variant="outline-primary" className="mt-2" onClick={() => onChange(NEW_LATHE)}>
        {name || 'This machine'} is a bar lathe
      </Button>
    );
  const { second, words } = lathe;
  return (
    <section aria-label={`${name}, bar lathe`} className="mt-2">
      <h3>Bar lathe</h3>
      <p className="quiet mb-1">
        Travel Z is the stroke of the main spindle: it falls while the bar is fed to the tools.
      </p>
      <div className="fields">
        <SchemaFields
          schema={latheFieldsSchema}
          value={lathe}
          units={units}
          onChange={(fields) => onChange({ ...lathe, ...fields })}
        />
      </div>
      <h4 className="h6 mt-2">Second spindle</h4>
      {second ? (
        <>
          <div className="fields">
            <SchemaFields
              schema={secondSpindleSchema}
              value={second}
              units={units}
              onChange={(fields) => onChange({ ...lathe, second: { ...second, ...fields } })}
            />
          </div>
          <Button
            size="sm"
            variant="outline-primary"
            className="mt-1"
            onClick={() => onChange({ ...lathe, second: null })}
          >
            It has no second spindle
          </Button>
        </>
      ) : (
        <Button size="sm" variant="outline-primary" onClick={() => onChange({ ...lathe, second: NEW_SECOND })}>
          It has a second spindle
        </Button>
      )}
      <h4 className="h6 mt-2">Words of its control</h4>
      <p className="quiet mb-1">
        One line each; an empty one is done by hand, and sheet and lines say so. {'{z}'} is a place, {'{by}'} how far,{' '}
        {'{n}'} the number of a meeting.
      </p>
      <div className="fields">
        <SchemaFields
          schema={barLinesSchema}
          value={words}
          units={units}
          onChange={(fields) => onChange({ ...lathe, words: { ...words, ...fields } })}
        />
      </div>
      <Button size="sm" variant="outline-primary" className="mt-2" onClick={() => onChange(null)}>
        {name || 'This machine'} is no bar lathe
      </Button>
    </section>
  );
}
