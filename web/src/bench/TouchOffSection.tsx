import type { SetupFacts } from '@violet-jaw/core/plan';
import { Table } from 'react-bootstrap';
import { SIDE_MEANS, TOP_MEANS, type Job, type Setup, type SideTarget } from '@violet-jaw/core/job';
import { faceHere } from '@violet-jaw/core/part';
import { featureLevel, lengthRegisterOf } from '@violet-jaw/core/zero';
import { useJob } from '../app/JobLayout';
import { useFeatures } from '../app/useFeatures';
import { Labeled } from '../fields/Labeled';
import { LengthField } from '../fields/LengthField';
import { OptionalLengthField } from '../fields/OptionalLengthField';
import { ChoiceField } from '../fields/TextField';
import { LengthFields } from './LengthFields';
import { useLength, type SectionProps } from './section';
import { usePut } from './usePut';
import { WithCsv } from '../app/WithCsv';

const SIDES = SIDE_MEANS.map((value) => ({ value, says: value === 'touch plate' ? 'cutter on a touch plate' : value }));
const TOPS = TOP_MEANS.map((value) => ({ value, says: value === 'cutter' ? 'tip of a tool' : value }));
const targets = (axis: 'x' | 'y', { orientation }: Setup): readonly { value: string; says: string }[] => [
  { value: 'nearest', says: 'finished face, else the device under one, else raw' },
  { value: 'low', says: faceHere(orientation, `-${axis}`) },
  { value: 'high', says: faceHere(orientation, `+${axis}`) },
  { value: 'middle', says: 'both, go to the middle' },
  { value: 'locator', says: `the device before loading: ${axis === 'x' ? 'stop' : 'jaw'}, fence, pins` },
];

/** What is touched along one axis: a face, both, the device, or the axis of a bore or boss. */
function TargetField({ axis, setup }: { axis: 'x' | 'y'; setup: Setup }) {
  const { list, byId, withFeature } = useFeatures();
  const put = usePut(setup.id);
  const at = setup.touchOff[axis];
  const rounds = list.filter(
    ({ feature }) =>
      (feature.kind === 'bore' || feature.kind === 'boss') &&
      featureLevel(feature, 'x', setup.orientation) !== null &&
      featureLevel(feature, 'y', setup.orientation) !== null,
  );
  const value = typeof at === 'string' ? at : `bore ${byId(at.bore)?.id ?? at.bore}`;
  const gone = typeof at !== 'string' && !rounds.some((r) => `bore ${r.id}` === value);
  const commit = (next: string) => {
    const named = rounds.find((r) => `bore ${r.id}` === next);
    const target: SideTarget = named ? { bore: named.id } : (next as Extract<SideTarget, string>);
    put((s) => ({ ...s, touchOff: { ...s.touchOff, [axis]: target } }), named ? withFeature(named) : null);
  };
  return (
    <ChoiceField
      label={`Touch in ${axis.toUpperCase()}`}
      value={value}
      choices={[
        ...targets(axis, setup),
        ...(gone ? [{ value, says: 'gone from the part' }] : []),
        ...rounds.map((r) => ({ value: `bore ${r.id}`, says: `axis of ${r.name}` })),
      ]}
      onCommit={commit}
    />
  );
}

/**
 * How zero is found at the machine: what touches, what is touched, how lengths count; the sentence to read out, the
 * sum behind it.
 */
export function TouchOffSection(props: SectionProps) {
  const { setup, planned, edit } = props;
  const { job } = useJob();
  const length = useLength(props, 'zero');
  const { touchOff, lengths, tools } = setup;
  const touch = (fields: Partial<Setup['touchOff']>) => edit((s) => ({ ...s, touchOff: { ...s.touchOff, ...fields } }));
  const side = (fields: Partial<Setup['touchOff']['side']>) =>
    edit((s) => ({ ...s, touchOff: { ...s.touchOff, side: { ...s.touchOff.side, ...fields } } }));
  const top = (fields: Partial<Setup['touchOff']['top']>) =>
    edit((s) => ({ ...s, touchOff: { ...s.touchOff, top: { ...s.touchOff.top, ...fields } } }));
  const measure = (fields: Partial<Setup['lengths']>) => edit((s) => ({ ...s, lengths: { ...s.lengths, ...fields } }));
  const toolChoices = [
    { value: '', says: 'not named' },
    ...tools.map((t) => ({ value: String(t.number), says: `T${t.number} ${t.description}, H${lengthRegisterOf(t)}` })),
  ];
  return (
    <div role="group" aria-label="Touch off" data-part="Touch off">
      <h3 className="mt-2">Touch off</h3>
      <div className="fields">
        <ChoiceField
          label="X and Y with"
          value={touchOff.side.with}
          choices={SIDES}
          onCommit={(v) => side({ with: v })}
        />
        {touchOff.side.with !== 'indicator' &&
          length({
            label: 'Tool diameter',
            mm: touchOff.side.diameter,
            min: 0,
            max: 500,
            set: (s, mm) => ({ ...s, touchOff: { ...s.touchOff, side: { ...s.touchOff.side, diameter: mm } } }),
          })}
        {length({
          label: touchOff.side.with === 'touch plate' ? 'Plate at the side' : 'Feeler at the side',
          mm: touchOff.side.thickness,
          min: 0,
          max: 100,
          set: (s, mm) => ({ ...s, touchOff: { ...s.touchOff, side: { ...s.touchOff.side, thickness: mm } } }),
        })}
        <TargetField axis="x" setup={setup} />
        <TargetField axis="y" setup={setup} />
        <ChoiceField label="Z with" value={touchOff.top.with} choices={TOPS} onCommit={(v) => top({ with: v })} />
        <ChoiceField
          label="Tool for Z"
          value={touchOff.top.tool === null ? '' : String(touchOff.top.tool)}
          choices={toolChoices}
          onCommit={(v) => top({ tool: v ? Number(v) : null })}
        />
        {length({
          label:
            touchOff.top.with === 'height setter'
              ? 'Height of the setter on top'
              : touchOff.top.with === 'touch plate'
                ? 'Plate on top'
                : 'Feeler on top',
          mm: touchOff.top.thickness,
          min: 0,
          max: 500,
          set: (s, mm) => ({ ...s, touchOff: { ...s.touchOff, top: { ...s.touchOff.top, thickness: mm } } }),
        })}
        <ChoiceField
          label="Touch in Z"
          value={touchOff.z}
          choices={[
            { value: 'top', says: 'top, as loaded' },
            { value: 'locator', says: 'the device' },
          ]}
          onCommit={(z) => touch({ z })}
        />
        {length({
          label: 'Stop the run if off by',
          mm: touchOff.limit,
          min: 0.001,
          max: 50,
          positive: true,
          set: (s, mm) => ({ ...s, touchOff: { ...s.touchOff, limit: mm } }),
        })}
        <Labeled text="Finds a face within ±">
          <OptionalLengthField
            label="Finds a face within ±"
            mm={touchOff.plusMinus}
            units={job.units}
            max={100}
            onCommit={(plusMinus) => touch({ plusMinus })}
          />
        </Labeled>
        <ChoiceField
          label="Touched off on"
          value={touchOff.everyPart ? 'every' : 'first'}
          choices={[
            { value: 'first', says: 'the first part' },
            { value: 'every', says: 'every part' },
          ]}
          onCommit={(v) => touch({ everyPart: v === 'every' })}
        />
        <EdgeField edge={touchOff.edge} units={job.units} onChange={(edge) => touch({ edge })} />
      </div>
      {planned?.facts && (
        <div data-part="Read out">
          <Worksheet facts={planned.facts} />
          {planned.facts.touchOff.length > 0 && <EveryFace facts={planned.facts} />}
        </div>
      )}
      <div data-part="Lengths">
        <h3 className="mt-2">Tool lengths</h3>
        <LengthFields lengths={lengths} measure={measure} toolChoices={toolChoices} length={length} />
      </div>
      <Measured {...props} />
    </div>
  );
}

function EdgeField({
  edge,
  units,
  onChange,
}: {
  edge: Setup['touchOff']['edge'];
  units: Job['units'];
  onChange: (edge: Setup['touchOff']['edge']) => void;
}) {
  return (
    <>
      <ChoiceField
        label="Edge touched twice"
        value={edge?.along ?? ''}
        choices={[
          { value: '', says: 'no' },
          { value: 'x', says: 'edge along X' },
          { value: 'y', says: 'edge along Y' },
        ]}
        onCommit={(v) => onChange(v ? { along: v as 'x' | 'y', apart: edge?.apart ?? 50 } : null)}
      />
      {edge && (
        <LengthField
          label="Touches apart"
          mm={edge.apart}
          units={units}
          min={1}
          max={20_000}
          onCommit={(apart) => onChange({ ...edge, apart })}
        />
      )}
    </>
  );
}

/** A zero that was touched off and is used instead of the planned one, until somebody takes it out again. */
function Measured({ setup, edit }: SectionProps) {
  const { speech } = useJob();
  const { measured } = setup;
  if (!measured) return null;
  return (
    <div className="finding note mt-2">
      <span className="level">measured</span>
      {setup.register} as touched off:{' '}
      <span className="number">
        X {speech.signed(measured.x)} Y {speech.signed(measured.y)} Z {speech.signed(measured.z)}
      </span>{' '}
      ({measured.from}). It takes the place of the planned zero; the setups after it on this station follow.{' '}
      <button type="button" className="btn btn-link btn-sm" onClick={() => edit((s) => ({ ...s, measured: null }))}>
        Back to the planned zero
      </button>
    </div>
  );
}

/** What is read out, and what is declared. */
function Worksheet({ facts }: { facts: SetupFacts }) {
  const { speech } = useJob();
  return (
    <WithCsv name="What is touched">
      <Table size="sm" className="mt-1" aria-label="Touch-off worksheet">
        <thead>
          <tr>
            <th>Read it out</th>
            <th className="number">Declare</th>
          </tr>
        </thead>
        <tbody>
          {facts.worksheet.map((w) => (
            <tr key={w.axis}>
              <td>
                <strong>{w.says}</strong>
                {w.formula && <div className="field-hint">{w.formula}</div>}
              </td>
              <td className="number fs-5">
                {w.declare === null ? 'nothing' : `${w.axis.toUpperCase()} ${speech.signed(w.declare)}`}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </WithCsv>
  );
}

/** All that can be touched, and what is declared there. */
function EveryFace({ facts }: { facts: SetupFacts }) {
  const { speech } = useJob();
  return (
    <details>
      <summary className="quiet">Every face that can be touched</summary>
      <WithCsv name="Every face that can be touched">
        <Table size="sm" className="mt-1">
          <thead>
            <tr>
              <th>Touch</th>
              <th>Surface</th>
              <th className="number">Declare</th>
            </tr>
          </thead>
          <tbody>
            {facts.touchOff.map((t) => (
              <tr key={`${t.name} ${t.axis}`} className={t.chosen ? 'fw-bold' : 'quiet'}>
                <td>
                  {t.name}
                  {t.chosen && ' (asked for)'}
                </td>
                <td>{t.surface === 'device' ? 'device, before loading' : t.surface}</td>
                <td className="number">
                  {t.axis.toUpperCase()} {speech.signed(t.declare)}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </WithCsv>
    </details>
  );
}
