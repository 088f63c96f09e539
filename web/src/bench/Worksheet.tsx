import { Button } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import type { Setup } from '@violet-jaw/core/job';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { REGISTERS } from '@violet-jaw/core/shop';
import { useJob } from '../app/JobLayout';
import { ChoiceField, CountField, TextField } from '../fields/TextField';
import {
  cutsDecided,
  holdDecided,
  locateDecided,
  proveDecided,
  seatDecided,
  setupDecided,
  toolsDecided,
  zeroDecided,
} from './decided';
import { Section } from './Fold';
import { AtTheMachine } from './AtTheMachine';
import { Cuts } from './Cuts';
import { HoldSection } from './hold/HoldSection';
import { Jumps } from './Jumps';
import { LedgerTable } from './LedgerTable';
import { Locate } from './locate/Locate';
import { PlaceField } from './PlaceField';
import { ProgramZero } from './ProgramZero';
import { Prove, Transition } from './Prove';
import { SeatSection } from './SeatSection';
import { SectionFindings, useLength, Why, type SectionProps } from './section';
import { ToolTable } from './ToolTable';
import { TouchOffSection } from './TouchOffSection';
import { usePut } from './usePut';

/** Everything decided about one setup, section by section, each with what the checks say of it. */
export function Worksheet({
  setup,
  planned,
  onLook,
}: {
  setup: Setup;
  planned: PlannedSetup | undefined;
  onLook: (measured: string | null) => void;
}) {
  const { changeSetup, speech } = useJob();
  const props: SectionProps = { setup, planned, onLook, edit: (change) => changeSetup(setup.id, change) };
  return (
    <div className="worksheet" role="group" aria-label={`Worksheet of Op ${setup.op}`}>
      <Section name="Setup" setup={setup} decided={setupDecided(setup)}>
        <SetupHead {...props} />
      </Section>
      <Section name="Seat" setup={setup} decided={seatDecided(setup, planned)}>
        <SeatSection {...props} />
      </Section>
      <Section name="Cuts" setup={setup} decided={cutsDecided(setup, planned, speech)}>
        <Cuts {...props} />
      </Section>
      <Section name="Hold" setup={setup} decided={holdDecided(planned)}>
        <HoldSection {...props} />
      </Section>
      <Section name="Locate" setup={setup} decided={locateDecided(planned, speech)}>
        <Locate {...props} />
      </Section>
      <Section name="Zero" setup={setup} decided={zeroDecided(setup, planned)}>
        <Zero {...props} />
      </Section>
      <Section name="Tools & program" setup={setup} decided={toolsDecided(setup)}>
        <Tools {...props} />
      </Section>
      <Section name="Prove" setup={setup} decided={proveDecided(planned, speech)}>
        <Prove {...props} />
        <Transition {...props} />
      </Section>
    </div>
  );
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
        <Button size="sm" variant="outline-primary" disabled={at <= 0} onClick={() => move(-1)}>
          Move earlier
        </Button>
        <Button size="sm" variant="outline-primary" disabled={at === job.setups.length - 1} onClick={() => move(1)}>
          Move later
        </Button>
        <Button size="sm" variant="outline-primary" onClick={remove}>
          Remove setup
        </Button>
      </div>
      <div className="fields mb-2">
        <CountField
          label="Operation number"
          value={setup.op}
          min={1}
          max={9999}
          onCommit={(op) => edit((s) => ({ ...s, op }))}
        />
        <TextField
          className="wide"
          label="What this setup does"
          value={setup.does}
          onCommit={(does) => edit((s) => ({ ...s, does }))}
        />
      </div>
      {taken && (
        <div className="finding stop">
          <span className="level">stop</span>Op {setup.op} is used twice. Give every setup its own operation number.
        </div>
      )}
    </>
  );
}

const OF = [
  { value: 'finished part', says: 'finished part' },
  { value: 'what is left', says: 'what is left (as loaded)' },
  { value: 'raw blank', says: 'raw blank' },
] as const;

function Zero(props: SectionProps) {
  const { setup, planned, edit } = props;
  const { job, shop } = useJob();
  const length = useLength(props, 'zero');
  const put = usePut(setup.id);
  const machine = shop.machines.find((m) => m.id === job.machine);
  const set = (zero: Partial<Setup['zero']>) => edit((s) => ({ ...s, zero: { ...s.zero, ...zero } }));
  return (
    <>
      <Jumps
        to={planned?.facts ? ['Place', 'Sum', 'Touch off', 'Read out', 'Lengths'] : ['Place', 'Touch off', 'Lengths']}
      />
      <SectionFindings id={setup.id} section="zero" />
      <div className="fields" data-part="Place">
        <ChoiceField
          label="Station"
          value={setup.station ?? ''}
          choices={[
            { value: '', says: 'not chosen' },
            ...(machine?.stations ?? []).map((s) => ({
              value: s.id,
              says: `${s.name}${s.position ? '' : ' (not measured)'}`,
            })),
          ]}
          onCommit={(v) => edit((s) => ({ ...s, station: v || null }))}
        />
        <ChoiceField
          label="Register"
          value={setup.register}
          choices={(machine?.registers ?? REGISTERS).map((r) => ({ value: r, says: r }))}
          onCommit={(register) => edit((s) => ({ ...s, register }))}
        />
        {job.copies.x * job.copies.y * job.copies.z > 1 && (
          <ChoiceField
            label="Register of copy 2"
            value={setup.nextCopy ?? ''}
            choices={[
              { value: '', says: 'none, shifted' },
              ...(machine?.registers ?? REGISTERS).map((r) => ({ value: r, says: r })),
            ]}
            onCommit={(v) => edit((s) => ({ ...s, nextCopy: (v || null) as Setup['nextCopy'] }))}
          />
        )}
        <ChoiceField label="Work zero is on the" value={setup.zero.of} choices={OF} onCommit={(of) => set({ of })} />
        {AXES.map((a) => (
          <PlaceField
            key={a}
            label={`Zero in ${a.toUpperCase()}`}
            axis={a}
            orientation={setup.orientation}
            place={setup.zero[a]}
            onCommit={(place, features) => put((s) => ({ ...s, zero: { ...s.zero, [a]: place } }), features)}
          />
        ))}
        {AXES.map((a) => (
          <div key={a}>
            {length({
              label: `Shift on purpose ${a.toUpperCase()}`,
              mm: setup.zero.extra[a],
              signed: true,
              set: (s, mm) => ({ ...s, zero: { ...s.zero, extra: { ...s.zero.extra, [a]: mm } } }),
            })}
          </div>
        ))}
      </div>
      <Why {...props} of="zero" />
      {planned?.facts && (
        <div data-part="Sum">
          <LedgerTable planned={planned} />
        </div>
      )}
      <TouchOffSection {...props} />
    </>
  );
}

function Tools(props: SectionProps) {
  const { setup, edit, planned } = props;
  return (
    <>
      <TextField label="Program" value={setup.program} onCommit={(program) => edit((s) => ({ ...s, program }))} />
      <ProgramZero setup={setup} planned={planned} />
      <ToolTable setup={setup} onChange={(tools) => edit((s) => ({ ...s, tools }))} />
      <AtTheMachine {...props} />
    </>
  );
}
