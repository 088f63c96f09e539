import { turningChuck } from '@violet-jaw/core/holdings';
import { NEW_SUPPORTS, type Ends } from '@violet-jaw/core/job';
import { endConditions, endScene, endSteps, type PlannedEnd, type PlannedTurned } from '@violet-jaw/core/turned';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { FindingList } from '../../app/FindingList';
import { SaveDrawing } from '../../drawing/SaveDrawing';
import { Drawing } from '../../drawing/Drawing';
import { useSize } from '../../drawing/useSize';
import { LengthField } from '../../fields/LengthField';
import { NumberField } from '../../fields/NumberField';
import { ChoiceField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';
import { CutFields, PlaceFields, ProgramFields, RegisterFields, WhyField } from './fields';
import { NotTurned } from './NotTurned';
import { TurningTools } from './TurningTools';
import { useTurned } from './useTurned';

/** A part turned on one side, then end for end on the other: both as loaded, what to do, and the fields beside. */
export function EndsPage() {
  const { isPlanner } = useJob();
  const findings = (usePlan((s) => s.planned?.findings) ?? []).filter((f) => f.section === 'turn');
  const planned = usePlan((s) => s.planned?.turned);
  const [box, width] = useSize<HTMLDivElement>([820, 600]);
  return (
    <div className="route-page">
      <div className="bench-open">
        <div
          className="bench-drawings turned-left turned-ends"
          ref={box}
          tabIndex={0}
          role="group"
          aria-label="Both sides"
        >
          {planned?.ends ? (
            <>
              {(['first', 'second'] as const).map((side) => (
                <Side key={side} planned={planned} side={side} width={width - 24} />
              ))}
              <Shift planned={planned} />
            </>
          ) : (
            <p className="quiet m-3">{planned ? 'Choose a lathe and its chuck.' : 'planning…'}</p>
          )}
        </div>
        <div className="bench-sheet turned-fields">
          <FindingList findings={findings.filter((f) => f.level === 'stop')} />
          <fieldset disabled={!isPlanner}>
            <EndsFields />
            <TurningTools />
          </fieldset>
          <FindingList findings={findings.filter((f) => f.level !== 'stop')} />
          <NotTurned />
        </div>
      </div>
    </div>
  );
}

/** One side as it is loaded, its zero to be read from a meter away, and what is done in order. */
function Side({ planned, side, width }: { planned: PlannedTurned; side: PlannedEnd['side']; width: number }) {
  const { speech } = useJob();
  const scene = endScene(planned, side, speech);
  const { ends, lathe } = planned;
  if (!ends || !scene || !lathe) return null;
  const e = ends[side];
  return (
    <section aria-label={side === 'first' ? 'First side' : 'Second side'} className="mb-3">
      <h3>
        {scene.title}: <span className="number violet">{e.register}</span>{' '}
        <span className="number">Z {speech.signed(e.value)}</span>
      </h3>
      <Drawing scene={scene} width={width} height={210} fontSize={13} />
      <SaveDrawing id={`save-${side}`} scenes={[scene]} units={speech.units} />
      <ol className="mb-0">
        {endSteps(ends, side, { lathe, speech }).map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
    </section>
  );
}

/** How far the second zero lies from the first, and what that hangs on. */
function Shift({ planned: { ends } }: { planned: PlannedTurned }) {
  const { job, speech } = useJob();
  if (!ends) return null;
  return (
    <section aria-label="Shift between the sides">
      <h3>
        From {ends.first.register} to {ends.second.register}: shift Z{' '}
        <span className="number">{speech.signed(ends.shift)}</span> {unitName(job.units)}
      </h3>
      <ul className="mb-1">
        {ends.shiftTerms.map((t) => (
          <li key={t.term}>
            {t.term}: <span className="number">{speech.signed(t.value)}</span>
          </li>
        ))}
      </ul>
      <p className="quiet">It holds while: {endConditions(ends).join(' ')}</p>
    </section>
  );
}

function EndsFields() {
  const { job, shop } = useJob();
  const { turned, set } = useTurned();
  const ends = turned.ends!;
  const edit = (fields: Partial<Ends>) => set((t) => (t.ends ? { ends: { ...t.ends, ...fields } } : {}));
  const machine = shop.machines.find((m) => m.id === job.machine);
  const chucks = shop.devices.filter((d) => turningChuck(d) !== null);
  return (
    <section aria-label="Lathe and chuck">
      <h3>Lathe and chuck</h3>
      <div className="fields">
        <PlaceFields moves="tools" front="Front, turned first" />
        <ChoiceField
          label="Chuck"
          value={ends.device ?? ''}
          choices={[{ value: '', says: 'not chosen' }, ...chucks.map((d) => ({ value: d.id, says: d.name }))]}
          onCommit={(device) => edit({ device: device || null })}
        />
        <ChoiceField
          label="Station"
          value={ends.station ?? ''}
          choices={[
            { value: '', says: 'not chosen' },
            ...(machine?.stations ?? []).map((s) => ({ value: s.id, says: s.name })),
          ]}
          onCommit={(station) => edit({ station: station || null })}
        />
        <NumberField
          label="Speed, 1/min"
          value={ends.rpm}
          min={0}
          max={300_000}
          positive
          optional
          digits={0}
          onCommit={(rpm) => edit({ rpm })}
        />
        <NumberField
          label="Gripping force, %"
          value={ends.forceShare}
          min={1}
          max={100}
          digits={0}
          onCommit={(share) => edit({ forceShare: share ?? 100 })}
        />
        <LengthField
          label="First side turned to"
          mm={ends.to}
          units={job.units}
          min={0}
          max={100_000}
          onCommit={(to) => edit({ to })}
        />
        {(['first', 'second'] as const).map((side) => (
          <RestFields key={side} side={side} ends={ends} edit={edit} />
        ))}
        <CutFields />
        <RegisterFields />
        <ProgramFields first="first side" />
        <WhyField />
      </div>
    </section>
  );
}

/** Where the end of the part comes to rest, from the face of the chuck. */
function RestFields({
  side,
  ends,
  edit,
}: {
  side: PlannedEnd['side'];
  ends: Ends;
  edit: (fields: Partial<Ends>) => void;
}) {
  const { job } = useJob();
  const name = side === 'first' ? 'First' : 'Second';
  const set = (fields: Partial<Ends['first']>) => edit({ [side]: { ...ends[side], ...fields } });
  return (
    <>
      <ChoiceField
        label={`${name} side: against`}
        value={ends[side].against}
        choices={(['stop', 'jaw step', 'chuck face'] as const).map((value) => ({ value, says: value }))}
        onCommit={(against) => set({ against })}
      />
      {ends[side].against !== 'chuck face' && (
        <LengthField
          label={`${name} side: its end rests at, from the chuck's face`}
          mm={ends[side].rest}
          units={job.units}
          signed
          min={-5000}
          max={5000}
          onCommit={(rest) => set({ rest })}
        />
      )}
      <SupportFields name={name} support={ends[side].support} onChange={(support) => set({ support })} />
    </>
  );
}

type Support = Ends['first']['support'];

function SupportFields({
  name,
  support,
  onChange,
}: {
  name: string;
  support: Support;
  onChange: (support: Support) => void;
}) {
  const { job } = useJob();
  return (
    <>
      <ChoiceField
        label={`${name} side: carried by`}
        value={support?.by ?? ''}
        choices={[
          { value: '', says: 'nothing but the chuck' },
          { value: 'tailstock', says: 'the tailstock' },
          { value: 'steady rest', says: 'a steady rest' },
        ]}
        onCommit={(by) => onChange(by === '' ? null : NEW_SUPPORTS[by])}
      />
      {support?.by === 'tailstock' && (
        <LengthField
          label={`${name} side: its center goes in by`}
          mm={support.into}
          units={job.units}
          min={0}
          max={100}
          onCommit={(into) => onChange({ by: support.by, into })}
        />
      )}
      {support?.by === 'steady rest' && (
        <LengthField
          label={`${name} side: steady rest, from the finished front face`}
          mm={support.at}
          units={job.units}
          min={0}
          max={100_000}
          onCommit={(at) => onChange({ by: support.by, at })}
        />
      )}
    </>
  );
}
