import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import type { TSchema } from '@sinclair/typebox';
import type { Units } from '@violet-jaw/core/units';
import { SchemaFields } from '../../fields/SchemaFields';

type Entry = { readonly id: string; readonly name: string; readonly kind?: string };

/** Things of the shop that have no drawing of their own, each folded up: clamps, tapes, materials. */
export function LibraryList<T extends Entry>({
  entries,
  schemaOf,
  units,
  onChange,
  children,
}: {
  entries: readonly T[];
  schemaOf: (entry: T) => TSchema;
  units: Units;
  onChange: (entries: T[]) => void;
  children?: ReactNode;
}) {
  return (
    <>
      {entries.map((entry) => (
        <section key={entry.id} className="panel library" aria-label={entry.name}>
          <details>
            <summary>
              <strong>{entry.name}</strong> {entry.kind && <span className="quiet">{entry.kind}</span>}
            </summary>
            <div className="fields mt-2">
              <SchemaFields
                schema={schemaOf(entry)}
                value={entry}
                units={units}
                onChange={(next) => onChange(entries.map((e) => (e.id === entry.id ? next : e)))}
              />
            </div>
            <Button
              size="sm"
              variant="outline-primary"
              className="mt-2"
              onClick={() => onChange(entries.filter((e) => e.id !== entry.id))}
            >
              Remove {entry.name}
            </Button>
          </details>
        </section>
      ))}
      {children}
    </>
  );
}
