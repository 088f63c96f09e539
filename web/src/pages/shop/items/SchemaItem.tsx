import { clampScene, parallelsScene, pinScene, type Scene } from '@violet-jaw/core/drawing';
import {
  bondSchema,
  CLAMP_SCHEMAS,
  consumableSchema,
  gaugeSetSchema,
  parallelsSchema,
  PIN_SCHEMAS,
  workMaterialSchema,
  type Clamp,
  type Parallels,
  type Pin,
} from '@violet-jaw/core/shop';
import type { Speech, Units } from '@violet-jaw/core/units';
import type { TSchema } from '@sinclair/typebox';
import { Drawing } from '../../../drawing/Drawing';
import { SaveDrawing } from '../../../drawing/SaveDrawing';
import { SchemaFields } from '../../../fields/SchemaFields';
import type { Entry, ListKey } from '../lists';

const ofKind = (schemas: readonly { properties: { kind: { const: string } } }[], { kind }: Entry): TSchema =>
  schemas.find((s) => s.properties.kind.const === kind) as unknown as TSchema;

/** The form of an entry that is all fields; null: its list has a form of its own. */
function schemaOf(key: ListKey, entry: Entry): TSchema | null {
  switch (key) {
    case 'clamps':
      return ofKind(CLAMP_SCHEMAS, entry);
    case 'pins':
      return ofKind(PIN_SCHEMAS, entry);
    case 'bonds':
      return bondSchema;
    case 'gaugeSets':
      return gaugeSetSchema;
    case 'parallels':
      return parallelsSchema;
    case 'materials':
      return workMaterialSchema;
    case 'consumables':
      return consumableSchema;
    default:
      return null;
  }
}

/** What an entry looks like; null: there is nothing to draw. */
function pictureOf(key: ListKey, entry: Entry, speech: Speech): Scene | null {
  switch (key) {
    case 'clamps':
      return clampScene(entry as Clamp, speech);
    case 'pins':
      return pinScene(entry as Pin, speech);
    case 'parallels':
      return parallelsScene(entry as Parallels, speech);
    default:
      return null;
  }
}

/** An entry of which every field stands in its schema, with its picture to scale. */
export function SchemaItem({
  listKey,
  entry,
  units,
  speech,
  onChange,
}: {
  listKey: ListKey;
  entry: Entry;
  units: Units;
  speech: Speech;
  onChange: (entry: Entry) => void;
}) {
  const schema = schemaOf(listKey, entry);
  const scene = pictureOf(listKey, entry, speech);
  if (!schema) return null;
  return (
    <div className="shop-item-body">
      <div className="fields">
        <SchemaFields schema={schema} value={entry} units={units} onChange={onChange} />
      </div>
      {scene && (
        <div>
          <Drawing scene={scene} width={300} height={230} fontSize={13} />
          <SaveDrawing id="save-drawing" scenes={[scene]} units={units} />
        </div>
      )}
    </div>
  );
}
