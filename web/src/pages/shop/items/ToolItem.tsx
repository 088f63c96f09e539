import { ChangeButton } from '../../../fields/ChangeButton';
import { toolScene } from '@violet-jaw/core/drawing';
import { MOST_STEPS, offered, shopToolSchema, type Shop, type ShopTool } from '@violet-jaw/core/shop';
import type { Speech, Units } from '@violet-jaw/core/units';
import { today } from '../../../app/when';
import { Drawing } from '../../../drawing/Drawing';
import { useSize } from '../../../drawing/useSize';
import { SaveDrawing } from '../../../drawing/SaveDrawing';
import { useReadOnly } from '../../../fields/field';
import { MeasureNow } from './MeasureNow';
import { LengthField } from '../../../fields/LengthField';
import { Labeled } from '../../../fields/Labeled';
import { NumberField } from '../../../fields/NumberField';
import { OptionalLengthField } from '../../../fields/OptionalLengthField';
import { SchemaFields } from '../../../fields/SchemaFields';
import { ChoiceField, TextField } from '../../../fields/TextField';
import { useAccount } from '../../../store/sessionStore';
import { CuttingTable } from './CuttingTable';
import type { ToolPartProps } from './toolPart';

/** A tool in its holder: sizes, where it is, how long it was measured, how it cuts. */
export function ToolItem({
  tool,
  shop,
  units,
  speech,
  onChange,
}: {
  tool: ShopTool;
  shop: Shop;
  units: Units;
  speech: Speech;
  onChange: (tool: ShopTool) => void;
}) {
  const readOnly = useReadOnly();
  const set = (fields: Partial<ShopTool>) => onChange({ ...tool, ...fields });
  const scene = toolScene(tool, speech);
  const [box, width] = useSize<HTMLDivElement>([740, 210]);
  return (
    <>
      {scene ? (
        <div ref={box}>
          <Drawing scene={scene} width={Math.min(740, width)} height={210} fontSize={14} />
          <SaveDrawing id="save-drawing" scenes={[scene]} units={units} />
        </div>
      ) : (
        <p className="quiet">Enter its diameter, and it is drawn to scale.</p>
      )}
      <div className="d-flex gap-3 flex-wrap">
        <Where {...{ tool, units, set }} shop={shop} />
        {readOnly ? <MeasureNow tool={tool} units={units} /> : <Measured {...{ tool, units, set }} />}
      </div>
      <h3>The tool</h3>
      <div className="fields">
        <SchemaFields schema={shopToolSchema} value={tool} units={units} onChange={onChange} />
      </div>
      <Holder {...{ tool, units, set }} />
      <CuttingTable {...{ tool, units, set }} shop={shop} />
    </>
  );
}

/** Where the tool is: a pocket of a machine, or a cabinet. */
function Where({ tool, set, shop }: ToolPartProps & { shop: Shop }) {
  const { where } = tool;
  const value = where === null ? '' : 'cabinet' in where ? 'cabinet' : `m ${where.machine}`;
  const machine = where && 'machine' in where ? where.machine : null;
  const gone = machine !== null && !shop.machines.some((m) => m.id === machine);
  const choose = (choice: string) =>
    set({
      where:
        choice === ''
          ? null
          : choice === 'cabinet'
            ? { cabinet: '' }
            : { machine: choice.slice(2), pocket: tool.number },
    });
  return (
    <div className="fields flex-fill" role="group" aria-label="Where it is">
      <ChoiceField
        label="Where it is"
        value={value}
        choices={[
          { value: '', says: 'not told' },
          { value: 'cabinet', says: 'in a cabinet' },
          ...offered(shop.machines, machine).map((m) => ({ value: `m ${m.id}`, says: `in ${m.name}` })),
          ...(gone ? [{ value, says: 'in a machine that is gone' }] : []),
        ]}
        onCommit={choose}
      />
      {where && 'cabinet' in where && (
        <TextField
          className="two-wide"
          label="Cabinet and drawer"
          value={where.cabinet}
          onCommit={(cabinet) => set({ where: { cabinet } })}
        />
      )}
      {where && 'machine' in where && (
        <NumberField
          label="Pocket"
          optional
          empty="not told"
          value={where.pocket}
          min={1}
          max={999}
          digits={0}
          onCommit={(p) => set({ where: { ...where, pocket: p === null ? null : Math.round(p) } })}
        />
      )}
    </div>
  );
}

/** Its length as it was measured, when and by whom. */
function Measured({ tool, units, set }: ToolPartProps) {
  const account = useAccount();
  const { measured } = tool;
  return (
    <div className="fields flex-fill" role="group" aria-label="Measured length">
      <Labeled text="Measured length">
        <OptionalLengthField
          label="Measured length"
          mm={measured?.length ?? null}
          units={units}
          positive
          max={2000}
          empty="not measured"
          onCommit={(length) =>
            set({ measured: length === null ? null : { length, on: today(), by: account?.name ?? '' } })
          }
        />
        <div className="field-hint">From the spindle gauge line to the tip.</div>
      </Labeled>
      {measured && (
        <>
          <TextField
            type="date"
            label="Measured on"
            value={measured.on}
            required
            onCommit={(on) => set({ measured: { ...measured, on } })}
          />
          <TextField label="By" value={measured.by} onCommit={(by) => set({ measured: { ...measured, by } })} />
        </>
      )}
    </div>
  );
}

/** The holder as steps, from the face the tool stands out of. */
function Holder({ tool, units, set }: ToolPartProps) {
  const { holder } = tool;
  const setSteps = (steps: ShopTool['holder']['steps']) => set({ holder: { ...holder, steps } });
  const edit = (i: number, fields: Partial<ShopTool['holder']['steps'][number]>) =>
    setSteps(holder.steps.map((s, k) => (k === i ? { ...s, ...fields } : s)));
  return (
    <section aria-label="Holder">
      <h3>Holder, from its face up</h3>
      <div style={{ maxWidth: '24rem' }}>
        <TextField label="Holder" value={holder.name} onCommit={(name) => set({ holder: { ...holder, name } })} />
      </div>
      {holder.steps.map((s, i) => (
        <div key={i} className="d-flex gap-2 align-items-end mt-1" style={{ maxWidth: '24rem' }}>
          <LengthField
            label={`Step ${i + 1}, diameter`}
            mm={s.diameter}
            units={units}
            positive
            min={0}
            max={500}
            onCommit={(diameter) => edit(i, { diameter })}
          />
          <LengthField
            label={`Step ${i + 1}, length`}
            mm={s.length}
            units={units}
            positive
            min={0}
            max={1000}
            onCommit={(length) => edit(i, { length })}
          />
          <ChangeButton
            size="sm"
            variant="outline-primary"
            aria-label={`Remove step ${i + 1}`}
            onClick={() => setSteps(holder.steps.filter((_, k) => k !== i))}
          >
            ✕
          </ChangeButton>
        </div>
      ))}
      {holder.steps.length < MOST_STEPS && (
        <ChangeButton
          size="sm"
          variant="outline-primary"
          className="mt-2"
          onClick={() =>
            setSteps([...holder.steps, { diameter: holder.steps.at(-1)?.diameter ?? tool.diameter ?? 20, length: 30 }])
          }
        >
          Add step
        </ChangeButton>
      )}
    </section>
  );
}
