import { Button, Table } from 'react-bootstrap';
import { AXES, DIRECTIONS, partSideFacing } from '@violet-jaw/core/frames';
import type { Setup } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { orientationInWords } from '@violet-jaw/core/sheet';
import { REGISTERS } from '@violet-jaw/core/shop';
import { HAND_MOVES, moved } from '@violet-jaw/core/transition';
import { unitName } from '@violet-jaw/core/units';
import { looksTowards } from '@violet-jaw/core/zero';
import { FindingList } from '../app/FindingList';
import { useJob } from '../app/JobLayout';
import { LengthField, type LengthFieldProps } from '../fields/LengthField';
import { ChoiceField, CountField, TextField } from '../fields/TextField';
import { usePlan } from '../store/planStore';
import { LedgerTable } from './LedgerTable';
import { FaceField, PlaceField } from './PlaceField';
import { ProgramZero } from './ProgramZero';
import { DepthProposals } from './DepthProposals';
import { stopBefore } from './stopBefore';
import { usePut } from './usePut';
import { sidesForRear, withFaceRear, withFaceUp } from './orient';
import { ToolTable } from './ToolTable';

interface SectionProps {
  readonly setup: Setup;
  readonly planned: PlannedSetup | undefined;
  readonly edit: (change: (setup: Setup) => Setup) => void;
  readonly onLook: (measured: string | null) => void;
}

/** Everything decided about one setup, section by section, each with what the checks say of it. */
export function Worksheet({ setup, planned, onLook }: { setup: Setup; planned: PlannedSetup | undefined; onLook: (measured: string | null) => void }) {
  const { changeSetup } = useJob();
  const props: SectionProps = { setup, planned, onLook, edit: (change) => changeSetup(setup.id, change) };
  return (
    <div className="worksheet">
      <SetupHead {...props} />
      <Seat {...props} />
      <Hold {...props} />
      <Zero {...props} />
      <Tools {...props} />
      <Prove {...props} />
      <Transition {...props} />
    </div>
  );
}

function Findings({ id, section }: { id: string; section: string }) {
  const findings = usePlan((s) => s.planned?.findings);
  return <FindingList findings={(findings ?? []).filter((f) => f.setupId === id && f.section === section)} />;
}

function SetupHead({ setup, edit }: SectionProps) {
  const { job, change, choose } = useJob();
  const at = job.setups.findIndex((s) => s.id === setup.id);
  const move = (by: number) => {
    const setups = [...job.setups];
    const [taken] = setups.splice(at, 1);
    setups.splice(at + by, 0, taken);
    change({ setups });
  };
  const remove = () => {
    change({ setups: job.setups.filter((s) => s.id !== setup.id) });
    const next = job.setups[at + 1] ?? job.setups[at - 1];
    if (next) choose(next.id);
  };
  const taken = job.setups.some((s) => s.id !== setup.id && s.op === setup.op);
  return (
    <>
      <div className="d-flex gap-2 align-items-end mb-2 flex-wrap">
        <h2 className="me-auto mb-0">Op {setup.op}</h2>
        <Button size="sm" variant="outline-primary" disabled={at <= 0} onClick={() => move(-1)}>Move earlier</Button>
        <Button size="sm" variant="outline-primary" disabled={at === job.setups.length - 1} onClick={() => move(1)}>Move later</Button>
        <Button size="sm" variant="outline-primary" onClick={remove}>Remove setup</Button>
      </div>
      <div className="fields mb-2">
        <CountField label="Operation number" value={setup.op} min={1} max={9999} onCommit={(op) => edit((s) => ({ ...s, op }))} />
        <TextField className="wide" label="What this setup does" value={setup.does} onCommit={(does) => edit((s) => ({ ...s, does }))} />
      </div>
      {taken && <div className="finding stop"><span className="level">stop</span>Op {setup.op} is used twice. Give every setup its own operation number.</div>}
    </>
  );
}

function Why({ setup, edit, of }: SectionProps & { of: keyof Setup['why'] }) {
  return <TextField className="mt-2" label="Why" value={setup.why[of]} maxLength={4000} placeholder="the reason, for whoever reads this later" onCommit={(text) => edit((s) => ({ ...s, why: { ...s.why, [of]: text } }))} />;
}

function useLength(props: SectionProps, why: keyof Setup['why']) {
  const { job } = useJob();
  return (field: Omit<LengthFieldProps, 'units' | 'onCommit' | 'onKeepWhy' | 'onLook'> & { set: (setup: Setup, mm: number) => Setup; looks?: string }) => {
    const { set, looks, ...rest } = field;
    return (
      <LengthField
        {...rest} units={job.units} onCommit={(mm) => props.edit((s) => set(s, mm))}
        onLook={looks ? (on) => props.onLook(on ? looks : null) : undefined}
        onKeepWhy={(typed) => props.edit((s) => ({ ...s, why: { ...s.why, [why]: [s.why[why], `${field.label.toLowerCase()} ${typed}`].filter(Boolean).join('; ') } }))}
      />
    );
  };
}

function Seat(props: SectionProps) {
  const { setup, planned, edit } = props;
  const { speech } = useJob();
  const length = useLength(props, 'seat');
  const put = usePut(setup.id);
  const { orientation } = setup;
  const rear = partSideFacing(orientation, '+y');
  return (
    <section aria-label="Seat">
      <h3>Seat</h3>
      {planned && <p className="mb-1">{orientationInWords(planned).join('; ')}.</p>}
      <div className="fields">
        <ChoiceField label="Face up, to the spindle" value={orientation.up} choices={DIRECTIONS.map((d) => ({ value: d, says: PART_SIDE[d] }))} onCommit={(up) => edit((s) => ({ ...s, orientation: withFaceUp(s.orientation, up) }))} />
        <ChoiceField label="Face on the fixed jaw" value={rear} choices={sidesForRear(orientation).map((d) => ({ value: d, says: PART_SIDE[d] }))} onCommit={(side) => edit((s) => ({ ...s, orientation: withFaceRear(s.orientation, side) }))} />
      </div>
      <div className="moves" role="group" aria-label="Hand moves">
        {HAND_MOVES.map((m) => <Button key={m.id} size="sm" variant="outline-primary" onClick={() => edit((s) => ({ ...s, orientation: moved(s.orientation, m.id) }))}>{m.says[0].toUpperCase() + m.says.slice(1)}</Button>)}
      </div>
      <div className="fields">
        {length({ label: 'Cuts down below top', mm: planned?.setup.cutsBelowTop ?? setup.cutsBelowTop, min: -1000, max: 100_000, looks: 'clear', set: (s, mm) => ({ ...s, cutsBelowTop: mm, cutsTo: null }), hint: setup.cutsTo ? 'from the face' : 'from the finished top' })}
        <FaceField
          label="…or down to a face" value={setup.cutsTo} none="typed depth" allows={({ feature }) => feature.kind === 'plane' && feature.side === orientation.up}
          onCommit={(named, features) => put((s) => ({ ...s, cutsTo: named?.id ?? null, cutsBelowTop: named?.feature.kind === 'plane' ? named.feature.belowOutermost ?? s.cutsBelowTop : planned?.setup.cutsBelowTop ?? s.cutsBelowTop }), features)}
        />
        {length({ label: 'Parallels, height', mm: setup.parallels.height, min: 0, max: 1000, looks: 'parallels', set: (s, mm) => ({ ...s, parallels: { height: mm } }), hint: setup.parallels.height === 0 ? 'none: on the bed' : undefined })}
        <ChoiceField label="Stop side" value={setup.stop.side} choices={[{ value: 'left', says: 'left' }, { value: 'right', says: 'right' }]} onCommit={(side) => edit((s) => ({ ...s, stop: { ...s.stop, side } }))} />
        <FaceField
          label="Stop against a face" value={setup.stop.face} none="whatever it meets" allows={({ feature }) => looksTowards(feature, setup.stop.side === 'left' ? '-x' : '+x', orientation)}
          onCommit={(named, features) => put((s) => ({ ...s, stop: named && planned?.facts ? { ...s.stop, ...stopBefore(named.feature, planned) } : { ...s.stop, face: named?.id ?? null } }), features)}
        />
        {length({ label: 'Stop X, from left jaw end', mm: setup.stop.position, signed: true, min: -5000, max: 5000, looks: 'stop', set: (s, mm) => ({ ...s, stop: { ...s.stop, position: mm } }) })}
        {length({ label: 'Stop Z, above bed', mm: setup.stop.height, min: 0, max: 1000, set: (s, mm) => ({ ...s, stop: { ...s.stop, height: mm } }) })}
        {length({ label: 'Stop, in front of fixed jaw', mm: setup.stop.fromJaw, min: 0, max: 5000, set: (s, mm) => ({ ...s, stop: { ...s.stop, fromJaw: mm } }) })}
      </div>
      <DepthProposals planned={planned} onTake={put} />
      {planned?.facts && <p className="mt-2 mb-1">{planned.facts.says.seat} Rests on {speech.area(planned.facts.seat.rest.flatAreaMm2)}.</p>}
      <Findings id={setup.id} section="seat" />
      <Why {...props} of="seat" />
    </section>
  );
}

function Hold(props: SectionProps) {
  const { setup, planned, edit, onLook } = props;
  const { shop, speech } = useJob();
  const { facts } = planned ?? {};
  const unit = unitName(speech.units);
  const number = (label: string, text: string, measured: string) => (
    <span className="me-3"><span className="quiet">{label}</span> <span className="number measurable" onMouseEnter={() => onLook(measured)} onMouseLeave={() => onLook(null)}>{text}</span></span>
  );
  return (
    <section aria-label="Hold">
      <h3>Hold</h3>
      <div className="fields">
        <ChoiceField label="Vise" value={setup.vise ?? ''} choices={[{ value: '', says: 'choose' }, ...shop.vises.map((v) => ({ value: v.id, says: v.name }))]} onCommit={(v) => edit((s) => ({ ...s, vise: v || null }))} />
      </div>
      {facts && (
        <p className="mt-2 mb-1">
          {number('grip', `${speech.size(facts.hold.gripDepthMm)} ${unit}`, 'grip')}
          {number('opening', `${speech.size(facts.hold.openingMm)} ${unit}`, 'opening')}
          <span className="quiet">jaw faces</span> <span className="number">{speech.area(facts.hold.fixedJawAreaMm2)}, {speech.area(facts.hold.movingJawAreaMm2)}</span>
        </p>
      )}
      <Findings id={setup.id} section="hold" />
      <Why {...props} of="hold" />
    </section>
  );
}

const OF = [
  { value: 'finished part', says: 'finished part' }, { value: 'what is left', says: 'what is left (as loaded)' }, { value: 'raw blank', says: 'raw blank' },
] as const;

function Zero(props: SectionProps) {
  const { setup, planned, edit } = props;
  const { job, shop, speech } = useJob();
  const length = useLength(props, 'zero');
  const put = usePut(setup.id);
  const machine = shop.machines.find((m) => m.id === job.machine);
  const set = (zero: Partial<Setup['zero']>) => edit((s) => ({ ...s, zero: { ...s.zero, ...zero } }));
  return (
    <section aria-label="Zero">
      <h3>Zero</h3>
      <div className="fields">
        <ChoiceField label="Station of the vise" value={setup.station ?? ''} choices={[{ value: '', says: 'not chosen' }, ...(machine?.stations ?? []).map((s) => ({ value: s.id, says: `${s.name}${s.position ? '' : ' (not measured)'}` }))]} onCommit={(v) => edit((s) => ({ ...s, station: v || null }))} />
        <ChoiceField label="Register" value={setup.register} choices={(machine?.registers ?? REGISTERS).map((r) => ({ value: r, says: r }))} onCommit={(register) => edit((s) => ({ ...s, register }))} />
        <ChoiceField label="Work zero is on the" value={setup.zero.of} choices={OF} onCommit={(of) => set({ of })} />
        {AXES.map((a) => (
          <PlaceField key={a} label={`Zero in ${a.toUpperCase()}`} axis={a} orientation={setup.orientation} place={setup.zero[a]} onCommit={(place, features) => put((s) => ({ ...s, zero: { ...s.zero, [a]: place } }), features)} />
        ))}
        {AXES.map((a) => <div key={a}>{length({ label: `Shift on purpose ${a.toUpperCase()}`, mm: setup.zero.extra[a], signed: true, set: (s, mm) => ({ ...s, zero: { ...s.zero, extra: { ...s.zero.extra, [a]: mm } } }) })}</div>)}
      </div>
      {planned?.facts && <LedgerTable planned={planned} />}
      <Findings id={setup.id} section="zero" />
      <h3 className="mt-2">Touch off</h3>
      <div className="fields">
        {length({ label: 'Tool diameter', mm: setup.touchOff.toolDiameter, min: 0, max: 500, set: (s, mm) => ({ ...s, touchOff: { ...s.touchOff, toolDiameter: mm } }) })}
        {length({ label: 'Feeler', mm: setup.touchOff.feeler, min: 0, max: 100, set: (s, mm) => ({ ...s, touchOff: { ...s.touchOff, feeler: mm } }) })}
      </div>
      {planned?.facts && (
        <Table size="sm" className="mt-1">
          <thead><tr><th>Touch</th><th>Surface</th><th className="number">Declare</th></tr></thead>
          <tbody>
            {planned.facts.touchOff.map((t) => (
              <tr key={t.name}>
                <td>{t.preferred ? <strong>{t.name} face</strong> : `${t.name} face`}{t.preferred && <span className="quiet"> nearest to zero</span>}</td>
                <td>{t.surface}</td>
                <td className="number">{t.axis.toUpperCase()} {speech.signed(t.declare)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {planned?.facts?.touchOff.length === 0 && <p>Nothing stands above the jaw tops to touch.</p>}
      <Why {...props} of="zero" />
    </section>
  );
}

function Tools({ setup, edit, planned }: SectionProps) {
  return (
    <section aria-label="Tools and program">
      <h3>Tools & program</h3>
      <TextField label="Program" value={setup.program} onCommit={(program) => edit((s) => ({ ...s, program }))} />
      <ProgramZero setup={setup} planned={planned} />
      <ToolTable tools={setup.tools} onChange={(tools) => edit((s) => ({ ...s, tools }))} />
    </section>
  );
}

function Prove({ setup, planned, onLook }: SectionProps) {
  const { speech } = useJob();
  const { facts } = planned ?? {};
  return (
    <section aria-label="Prove">
      <h3>Prove</h3>
      {facts && (
        <>
          <p className="mb-1">Lowest cut Z <span className="number measurable" onMouseEnter={() => onLook('clear')} onMouseLeave={() => onLook(null)}>{speech.signed(facts.prove.aboveJaws)}</span> from the jaw tops. Takes away {speech.volume(planned?.material.removedMm3 ?? 0)}, leaves {speech.volume(planned?.material.leftMm3 ?? 0)}.{planned && planned.material.floorMm !== null && <> Floor under the lowest cut <span className="number">{speech.sizeWithUnit(planned.material.floorMm)}</span> at its thinnest.</>}</p>
          {facts.prove.cutRoom && facts.prove.cutRoom.length > 0
            ? <p className="mb-1">Room to the ends of the travel at the corners of the cut: {facts.prove.cutRoom.map((r) => `${r.axis.toUpperCase()} ${speech.size(Math.min(r.toMin ?? r.toMax, r.toMax))}`).join(', ')}.</p>
            : <p className="mb-1 quiet">Travel is not checked while the station is not known or nothing is cut.</p>}
        </>
      )}
      <Findings id={setup.id} section="prove" />
    </section>
  );
}

function Transition({ setup }: SectionProps) {
  const { speech } = useJob();
  const transition = usePlan((s) => s.planned?.transitions.find((t) => t.toId === setup.id));
  if (!transition) return null;
  const { facts, shift } = transition;
  return (
    <section aria-label="Transition">
      <h3>From Op {transition.fromOp} to Op {transition.toOp}</h3>
      <p className="mb-1"><strong>{facts.says}</strong>: {facts.edges.join('; ')}.</p>
      <Table size="sm">
        <tbody>
          {AXES.map((a) => (
            <tr key={a}><td className="number">{a.toUpperCase()} {shift.shift ? speech.signed(shift.shift[a]) : '?'}</td><td>{shift.says[a]}</td></tr>
          ))}
        </tbody>
      </Table>
      <p className="mb-1"><span className="quiet">Holds while:</span> {shift.conditions.join(' ')}</p>
      <Findings id={setup.id} section="transition" />
    </section>
  );
}
