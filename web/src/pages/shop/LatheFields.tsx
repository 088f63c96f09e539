import type { ReactNode } from 'react';
import { ChangeButton } from '../../fields/ChangeButton';
import {
  barLinesSchema,
  latheFieldsSchema,
  NEW_LATHE,
  NEW_SECOND,
  NEW_STEADY,
  NEW_TAILSTOCK,
  secondSpindleSchema,
  steadySchema,
  tailstockSchema,
  type Lathe,
  type Machine,
} from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { SchemaFields } from '../../fields/SchemaFields';

/** What a lathe has: spindles, bushing, feeder, and the words of its control. */
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
      <ChangeButton size="sm" variant="outline-primary" className="mt-2" onClick={() => onChange(NEW_LATHE)}>
        {name || 'This machine'} is a lathe
      </ChangeButton>
    );
  return (
    <section aria-label={`${name}, lathe`} className="mt-2">
      <h3>Lathe</h3>
      <p className="quiet mb-1">
        {lathe.moves === 'main spindle'
          ? 'Travel Z is the stroke of the main spindle: it falls while the bar is fed to the tools.'
          : 'Travel Z is that of the tools. The chuck is a device; its face is measured as a station below, Z alone.'}
      </p>
      <div className="fields">
        <SchemaFields
          schema={latheFieldsSchema}
          value={lathe}
          units={units}
          onChange={(fields) => onChange({ ...lathe, ...fields })}
        />
      </div>
      {lathe.moves === 'tools' && <OnTheBed lathe={lathe} units={units} onChange={onChange} />}
      {lathe.moves === 'main spindle' && <BarLatheFields lathe={lathe} units={units} onChange={onChange} />}
      <ChangeButton size="sm" variant="outline-primary" className="mt-3 d-block" onClick={() => onChange(null)}>
        {name || 'This machine'} is no lathe
      </ChangeButton>
    </section>
  );
}

/** What stands on the bed and carries a part out of the chuck. */
function OnTheBed({ lathe, units, onChange }: { lathe: Lathe; units: Units; onChange: (lathe: Lathe) => void }) {
  const { tailstock, steady } = lathe;
  return (
    <>
      <h4 className="h6 mt-2">Tailstock</h4>
      <OneOrNone
        what="tailstock"
        has={tailstock !== null}
        onHas={(has) => onChange({ ...lathe, tailstock: has ? NEW_TAILSTOCK : null })}
      >
        <SchemaFields
          schema={tailstockSchema}
          value={tailstock ?? NEW_TAILSTOCK}
          units={units}
          onChange={(fields) => onChange({ ...lathe, tailstock: { ...(tailstock ?? NEW_TAILSTOCK), ...fields } })}
        />
      </OneOrNone>
      <h4 className="h6 mt-2">Steady rest</h4>
      <OneOrNone
        what="steady rest"
        has={steady !== null}
        onHas={(has) => onChange({ ...lathe, steady: has ? NEW_STEADY : null })}
      >
        <SchemaFields
          schema={steadySchema}
          value={steady ?? NEW_STEADY}
          units={units}
          onChange={(fields) => onChange({ ...lathe, steady: { ...(steady ?? NEW_STEADY), ...fields } })}
        />
      </OneOrNone>
    </>
  );
}

/** Fields of what a lathe may have or not. */
function OneOrNone({
  what,
  has,
  onHas,
  children,
}: {
  what: string;
  has: boolean;
  onHas: (has: boolean) => void;
  children: ReactNode;
}) {
  return (
    <>
      {has && <div className="fields">{children}</div>}
      <ChangeButton size="sm" variant="outline-primary" className={has ? 'mt-1' : ''} onClick={() => onHas(!has)}>
        {has ? `It has no ${what}` : `It has a ${what}`}
      </ChangeButton>
    </>
  );
}

/** Second spindle and the words for both channels. */
function BarLatheFields({ lathe, units, onChange }: { lathe: Lathe; units: Units; onChange: (lathe: Lathe) => void }) {
  const { second, words } = lathe;
  return (
    <>
      <h4 className="h6 mt-2">Second spindle</h4>
      <OneOrNone
        what="second spindle"
        has={second !== null}
        onHas={(has) => onChange({ ...lathe, second: has ? NEW_SECOND : null })}
      >
        <SchemaFields
          schema={secondSpindleSchema}
          value={second ?? NEW_SECOND}
          units={units}
          onChange={(fields) => onChange({ ...lathe, second: { ...(second ?? NEW_SECOND), ...fields } })}
        />
      </OneOrNone>
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
    </>
  );
}
