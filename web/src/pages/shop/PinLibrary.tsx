import { Button } from 'react-bootstrap';
import { gaugeSetSchema, PIN_SCHEMAS, type Shop } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { newId } from '../../app/newId';
import { AddKind } from './AddKind';
import { LibraryList } from './LibraryList';
import { newGaugeSet, newPin } from './newLibrary';

const KINDS = PIN_SCHEMAS.map((s) => s.properties.kind.const);

/** What parts are located with: pins, dowels, bushes, what points to their places, and sets of gauge blocks. */
export function PinLibrary({
  shop,
  units,
  edit,
}: {
  shop: Shop;
  units: Units;
  edit: (change: (shop: Shop) => Shop) => void;
}) {
  return (
    <>
      <h2>Pins, dowels, bushes</h2>
      <LibraryList
        entries={shop.pins}
        units={units}
        schemaOf={(p) => PIN_SCHEMAS.find((s) => s.properties.kind.const === p.kind)!}
        onChange={(pins) => edit((s) => ({ ...s, pins }))}
      >
        <AddKind
          thing="pin"
          kinds={KINDS}
          onAdd={(kind) => edit((s) => ({ ...s, pins: [...s.pins, newPin(kind, newId())] }))}
        />
      </LibraryList>
      <h2>Gauge blocks</h2>
      <LibraryList
        entries={shop.gaugeSets}
        units={units}
        schemaOf={() => gaugeSetSchema}
        onChange={(gaugeSets) => edit((s) => ({ ...s, gaugeSets }))}
      >
        <Button
          variant="outline-primary"
          className="mb-3"
          onClick={() => edit((s) => ({ ...s, gaugeSets: [...s.gaugeSets, newGaugeSet(newId())] }))}
        >
          Add set of gauge blocks
        </Button>
      </LibraryList>
    </>
  );
}
