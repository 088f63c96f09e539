import { useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { BLOCK_SIDES, boreHole, inBores, proposedBores, type SeatedDowels } from '@violet-jaw/core/dowels';
import { dowelGridOf, holdingOf, nearestHole, type DowelGrid } from '@violet-jaw/core/holdings';
import { axisOf } from '@violet-jaw/core/frames';
import { isHoldIn, type Dowel, type HoldIn, type Job, type Setup } from '@violet-jaw/core/job';
import { emptyPattern, isDrilledHere, proposedDowels } from '@violet-jaw/core/remedy';
import type { Device } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { useFeatures } from '../../app/useFeatures';
import { ChoiceField } from '../../fields/TextField';
import { LengthField } from '../../fields/LengthField';
import type { SectionProps } from '../section';
import { DowelHoles } from './DowelHoles';
import { WithCsv } from '../../app/WithCsv';

type OnDowels = NonNullable<HoldIn<'flat'>['dowels']>;

interface Where {
  readonly box: { readonly min: { readonly x: number; readonly y: number } } | undefined;
  /** how deep may be drilled into what the part lies on, mm */
  readonly drillable: number;
  readonly device: Device | null;
}

/** Dowels a setup begins with, where its part lies now. */
function begun(job: Job, setup: Setup, { box, drillable, device }: Where): OnDowels {
  const { drilledIn } = job.dowels ?? emptyPattern(job, setup.id, drillable);
  const from = job.setups.find((s) => s.id === drilledIn);
  const near = { x: Math.round((box?.min.x ?? 100) + 30), y: Math.round((box?.min.y ?? 100) + 30) };
  const { x, y } = (device && nearestHole(device, near)) ?? near;
  const drilled = !inBores(job.dowels?.holes ?? []) && isDrilledHere(from, setup, drillable);
  return { in: drilled ? 'drilled' : 'own', x, y, up: 8, block: null };
}

/** Puts the part of a setup onto dowels, with a pattern of the job where it has none. */
const putOnDowels =
  (setup: Setup, where: Where) =>
  (job: Job): Job => ({
    ...job,
    dowels: job.dowels ?? emptyPattern(job, setup.id, where.drillable),
    setups: job.setups.map((s) =>
      s.id === setup.id && isHoldIn('flat', s.hold)
        ? { ...s, hold: { ...s.hold, dowels: s.hold.dowels ?? begun(job, setup, where) } }
        : s,
    ),
  });

/** Asks for places of two dowels; what stands in the way is told. */
function useProposal(setup: Setup, grid: DowelGrid | null) {
  const { store, jobPlannedNow, speech } = useJob();
  const [why, setWhy] = useState<string | null>(null);
  const propose = async (gesture?: string) => {
    const seen = (await jobPlannedNow())?.dowels;
    if (!seen) {
      setWhy('Part and blank are not known yet.');
      return;
    }
    const job = store.getState().document;
    const found = job && proposedDowels(job, setup.id, { seen, speech, grid });
    setWhy(found && 'why' in found ? found.why : null);
    if (found && 'dowels' in found) store.getState().edit((j) => ({ ...j, dowels: found.dowels }), gesture);
  };
  return { why, propose };
}

/** Puts a part onto dowels in two of its bores; null: it has not two that are open below. */
function useBores(setup: Setup, where: () => Promise<Where>): (() => Promise<void>) | null {
  const { store } = useJob();
  const { list, withFeature } = useFeatures();
  const { up } = setup.orientation;
  const pair = proposedBores(
    list.map((n) => n.feature),
    up,
  )?.map((f) => list.find((n) => n.feature === f)!);
  if (!pair) return null;
  const along = axisOf(up);
  const holes = pair.map((n, i): Dowel => {
    const hole = boreHole(`dowel-${i + 1}`, n.feature, along)!;
    return { ...hole, bore: n.id, relieved: i > 0 };
  });
  const dowels = { along, drilledIn: null, into: 0, plusMinus: null, holes };
  return async () => {
    const put = putOnDowels(setup, await where());
    store.getState().edit((j) => ({ ...put({ ...j, dowels }), features: withFeature(...pair) }));
  };
}

/** Dowels on which a blank is put back: the holes of the job, and how this setup stands on them. */
export function Dowels(props: SectionProps) {
  const { setup, planned } = props;
  const { job, store, plannedNow } = useJob();
  const { hold } = setup;
  const { why, propose } = useProposal(setup, dowelGridOf(planned?.device ?? null));
  const where = async (): Promise<Where> => {
    const now = await plannedNow(setup.id);
    const device = now?.device ?? null;
    return { box: now?.facts?.seat.loadedBox, device, drillable: device ? holdingOf(device).drillable(device) : 0 };
  };
  const inItsBores = useBores(setup, where);
  const begin = async () => {
    const gesture = `dowels ${Date.now()}`;
    const put = putOnDowels(setup, await where());
    store.getState().edit(put, gesture);
    if (!job.dowels || job.dowels.holes.length === 0) await propose(gesture);
  };
  const isFlat = isHoldIn('flat', hold);
  const concerns = job.dowels && (isFlat || job.dowels.drilledIn === setup.id);
  if (!isFlat && !concerns) return null;
  return (
    <div role="group" aria-label="Dowels" data-part="Dowels">
      <h3 className="mt-2">Dowels</h3>
      {isFlat && !hold.dowels && (
        <>
          {!job.dowels && (
            <p className="quiet mb-1">
              A blank that is cut from both sides goes back onto dowels: holes are drilled through it in one setup, and
              in the next it lies on dowels in them.
            </p>
          )}
          <div className="d-flex gap-2 flex-wrap mb-2">
            <Button size="sm" variant="outline-primary" onClick={() => void begin()}>
              Put this part onto dowels
            </Button>
            {!job.dowels && inItsBores && (
              <Button size="sm" variant="outline-primary" onClick={() => void inItsBores()}>
                Put two of its bores onto dowels
              </Button>
            )}
          </div>
        </>
      )}
      {isFlat && hold.dowels && <Standing {...props} on={hold.dowels} />}
      {planned?.facts?.dowels && <Fits on={planned.facts.dowels} />}
      {job.dowels && <DowelHoles dowels={job.dowels} onPropose={() => void propose()} />}
      {why && (
        <p role="status" className="mb-2">
          No places are proposed: {why}
        </p>
      )}
    </div>
  );
}

/** How the part of this setup stands on its dowels. */
function Standing({ planned, edit, on }: SectionProps & { on: OnDowels }) {
  const { job } = useJob();
  const device = planned?.device;
  const put = (change: Partial<OnDowels> | null) =>
    edit((s) =>
      isHoldIn('flat', s.hold)
        ? { ...s, hold: { ...s.hold, dowels: change && s.hold.dowels && { ...s.hold.dowels, ...change } } }
        : s,
    );
  const areBores = inBores(job.dowels?.holes ?? []);
  const isOwn = areBores || on.in === 'own';
  const hole = device ? nearestHole(device, on) : null;
  const length = (label: string, key: 'x' | 'y' | 'up', signed: boolean) => (
    <LengthField
      label={label}
      mm={on[key]}
      units={job.units}
      signed={signed}
      min={signed ? -20_000 : 0}
      max={signed ? 20_000 : 500}
      onCommit={(mm) => put({ [key]: mm })}
    />
  );
  return (
    <div className="fields">
      {!areBores && (
        <ChoiceField
          label="They stand"
          value={on.in}
          choices={[
            { value: 'drilled', says: 'where they were drilled' },
            { value: 'own', says: 'at a place of their own' },
          ]}
          onCommit={(where) => put({ in: where })}
        />
      )}
      {isOwn && length('Dowel 1 at X', 'x', true)}
      {isOwn && length('Dowel 1 at Y', 'y', true)}
      {length('Stand up by', 'up', false)}
      <ChoiceField
        label="A block against the blank"
        value={on.block ?? ''}
        choices={[{ value: '', says: 'none' }, ...BLOCK_SIDES.map((side) => ({ value: side, says: `${side} side` }))]}
        onCommit={(side) => put({ block: BLOCK_SIDES.find((b) => b === side) ?? null })}
      />
      <div className="wide d-flex gap-2 flex-wrap">
        {isOwn && hole && hole.offMm > 1e-6 && (
          <Button size="sm" variant="outline-primary" onClick={() => put({ x: hole.x, y: hole.y })}>
            Dowel 1 into {hole.name}
          </Button>
        )}
        <Button size="sm" variant="outline-primary" onClick={() => put(null)}>
          Take this part off the dowels
        </Button>
      </div>
    </div>
  );
}

const MINUTES = (60 * 180) / Math.PI;

/** What the dowels leave: play of each, and how far the part may lie turned. */
function Fits({ on }: { on: SeatedDowels }) {
  const { speech } = useJob();
  const mm = (play: number) => (play < 0 ? speech.signed(play) : speech.size(play));
  return (
    <WithCsv name="Dowel places">
      <Table size="sm" aria-label="Dowels in this setup" className="mb-1">
        <thead>
          <tr>
            <th>Dowel</th>
            <th className="number">X</th>
            <th className="number">Y</th>
            <th className="number">Play</th>
          </tr>
        </thead>
        <tbody>
          {on.dowels.map((d, i) => (
            <tr key={d.name}>
              <td>{d.hole + 1 === i + 1 ? d.name : `${d.name}, ${d.bore === null ? 'hole' : 'bore'} ${d.hole + 1}`}</td>
              <td className="number">{speech.signed(d.x)}</td>
              <td className="number">{speech.signed(d.y)}</td>
              <td className="number">
                {mm(d.play.least)} to {mm(d.play.most)}
              </td>
            </tr>
          ))}
        </tbody>
        <caption>
          {on.tilt !== null && `It may lie turned by ${(on.tilt * MINUTES).toFixed(1)}′ either way. `}
          {on.wrong.length === 0 && 'It goes on in no other way'}
          {on.wrong.length === 0 &&
            (on.otherSide ? ', but with the other side up: the sheet says which looks up.' : '.')}
        </caption>
      </Table>
    </WithCsv>
  );
}
