import { Table } from 'react-bootstrap';
import { ChangeButton } from '../../../fields/ChangeButton';
import { rpmFor } from '@violet-jaw/core/hold';
import { MOST_CUTTING, offered, type Cutting, type Shop } from '@violet-jaw/core/shop';
import { WithCsv } from '../../../app/WithCsv';
import { newId } from '../../../app/newId';
import { NumberField } from '../../../fields/NumberField';
import { OptionalLengthField } from '../../../fields/OptionalLengthField';
import { ChoiceField, TextField } from '../../../fields/TextField';
import type { ToolPartProps } from './toolPart';

const M_PER_FOOT = 0.3048;

/** Speeds and feeds that worked, by material. */
export function CuttingTable({ tool, units, set, shop }: ToolPartProps & { shop: Shop }) {
  const metric = units === 'mm';
  const put = (cutting: Cutting[]) => set({ cutting });
  const edit = (id: string, fields: Partial<Cutting>) =>
    put(tool.cutting.map((c) => (c.id === id ? { ...c, ...fields } : c)));
  const free = offered(shop.materials).find((m) => !tool.cutting.some((c) => c.material === m.id));
  const turns = (speed: number) => (tool.diameter === null ? '' : `${Math.round(rpmFor(tool.diameter, speed))}`);
  return (
    <section aria-label="Speeds and feeds">
      {tool.cutting.length === 0 ? (
        <h3>Speeds and feeds that worked</h3>
      ) : (
        <WithCsv name={`Speeds and feeds of ${tool.name}`} onHeading>
          <h3>Speeds and feeds that worked</h3>
          <Table size="sm">
            <thead>
              <tr>
                <th>Material</th>
                <th className="number">{metric ? 'm/min' : 'ft/min'}</th>
                <th className="number">1/min</th>
                <th className="number">Feed a tooth</th>
                <th>Note</th>
                <th>
                  <span className="visually-hidden">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {tool.cutting.map((c) => {
                const name = shop.materials.find((m) => m.id === c.material)?.name ?? 'a material that is gone';
                return (
                  <tr key={c.id}>
                    <td>
                      <ChoiceField
                        hideLabel
                        label={`Material of ${name}`}
                        value={c.material}
                        choices={[
                          ...offered(shop.materials, c.material).map((m) => ({ value: m.id, says: m.name })),
                          ...(shop.materials.some((m) => m.id === c.material)
                            ? []
                            : [{ value: c.material, says: name }]),
                        ]}
                        onCommit={(material) => edit(c.id, { material })}
                      />
                    </td>
                    <td>
                      <NumberField
                        hideLabel
                        label={`Surface speed in ${name}`}
                        value={metric ? c.speed : c.speed / M_PER_FOOT}
                        min={0.01}
                        max={metric ? 5000 : 5000 / M_PER_FOOT}
                        digits={1}
                        onCommit={(v) => edit(c.id, { speed: (v ?? 1) * (metric ? 1 : M_PER_FOOT) })}
                      />
                    </td>
                    <td className="number">{turns(c.speed)}</td>
                    <td>
                      <OptionalLengthField
                        label={`Feed a tooth in ${name}`}
                        mm={c.feedPerTooth}
                        units={units}
                        positive
                        max={10}
                        onCommit={(feedPerTooth) => edit(c.id, { feedPerTooth })}
                      />
                    </td>
                    <td>
                      <TextField
                        hideLabel
                        label={`Note on ${name}`}
                        value={c.note}
                        onCommit={(note) => edit(c.id, { note })}
                      />
                    </td>
                    <td>
                      <ChangeButton
                        size="sm"
                        variant="outline-primary"
                        aria-label={`Remove ${name}`}
                        onClick={() => put(tool.cutting.filter((x) => x.id !== c.id))}
                      >
                        ✕
                      </ChangeButton>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </WithCsv>
      )}
      {free && tool.cutting.length < MOST_CUTTING ? (
        <ChangeButton
          size="sm"
          variant="outline-primary"
          onClick={() =>
            put([...tool.cutting, { id: newId(), material: free.id, speed: free.speed, feedPerTooth: null, note: '' }])
          }
        >
          Add material
        </ChangeButton>
      ) : (
        <p className="quiet">Every material of the library is here.</p>
      )}
    </section>
  );
}
