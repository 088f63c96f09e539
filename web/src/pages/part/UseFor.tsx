import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import { cutFor, isHoldIn, MOST_CUTS, withCut, type Setup } from '@violet-jaw/core/job';
import { clearable } from '@violet-jaw/core/part';
import { featureLevel, looksTowards } from '@violet-jaw/core/zero';
import { useJob } from '../../app/JobLayout';
import { useFeatures, type NamedFeature } from '../../app/useFeatures';
import { inHold } from '@violet-jaw/core/holdings';
import { newId } from '../../app/newId';
import { useDepthTo } from '../../bench/Cuts';
import { stopBefore } from '../../bench/stopBefore';
import { usePut } from '../../bench/usePut';
import { ChoiceField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';

/**
 * What a chosen face or bore can be taken for in a setup, and what already refers to it.
 * @param here in the setup whose drawings it is chosen in: another is not asked for
 */
export function UseFor({ named, here = false }: { named: NamedFeature; here?: boolean }) {
  const { job, chosen, choose, plannedNow } = useJob();
  const planned = usePlan((s) => s.planned);
  const { withFeature } = useFeatures();
  const [said, setSaid] = useState<string | null>(null);
  const setup = job.setups.find((s) => s.id === chosen) ?? null;
  const put = usePut(setup?.id ?? '');
  const usedBy = planned?.referred.find((r) => r.id === named.id)?.usedBy ?? [];
  const uses = usedBy.length > 0 && <div className="field-hint">Used by {usedBy.join(', ')}.</div>;
  if (!setup)
    return (
      uses || <div className="field-hint">A setup can take its zero, depth or stop from it once there is one.</div>
    );
  const { feature, id } = named;
  const { orientation } = setup;
  const plannedSetup = planned?.setups.find((s) => s.id === setup.id);
  const { hold } = setup;
  const stopSide = !isHoldIn('vise', hold) ? null : hold.stop.side === 'left' ? '-x' : '+x';
  const take = (says: string, change: Parameters<typeof put>[0]) => {
    put(change, withFeature(named));
    setSaid(`${says} of Op ${setup.op} is on ${named.name} now.`);
  };
  const stopAgainst = async () => {
    const now = await plannedNow(setup.id);
    take(
      'The stop',
      inHold('vise', (h) => ({ ...h, stop: { ...h.stop, ...(now?.facts ? stopBefore(feature, now) : {}), face: id } })),
    );
  };
  const axes = AXES.filter((a) => feature.kind !== 'round' && featureLevel(feature, a, orientation) !== null);
  return (
    <>
      {uses}
      <div className="d-flex gap-1 flex-wrap align-items-end mt-1" role="group" aria-label={`Take ${named.name} for`}>
        {job.setups.length > 1 && !here ? (
          <ChoiceField
            label="Take it in"
            value={setup.id}
            choices={job.setups.map((s) => ({ value: s.id, says: `Op ${s.op}` }))}
            onCommit={(s) => {
              choose(s);
              setSaid(null);
            }}
          />
        ) : (
          <span className="quiet">In Op {setup.op}:</span>
        )}
        {axes.length > 1 && (
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() =>
              take(`Zero in ${axes.map((a) => a.toUpperCase()).join(' and ')}`, (s) => ({
                ...s,
                zero: { ...s.zero, ...Object.fromEntries(axes.map((a) => [a, { on: id }])) },
              }))
            }
          >
            Zero {axes.map((a) => a.toUpperCase()).join(' and ')}
          </Button>
        )}
        {axes.length === 1 && (
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() =>
              take(`Zero in ${axes[0].toUpperCase()}`, (s) => ({ ...s, zero: { ...s.zero, [axes[0]]: { on: id } } }))
            }
          >
            Zero {axes[0].toUpperCase()}
          </Button>
        )}
        <CutsFor named={named} setup={setup} onTake={take} onSaid={setSaid} />
        {stopSide && looksTowards(feature, stopSide, orientation) && plannedSetup?.facts && (
          <Button size="sm" variant="outline-primary" onClick={() => void stopAgainst()}>
            Stop against it
          </Button>
        )}
      </div>
      {said && (
        <div role="status" className="field-hint">
          {said}
        </div>
      )}
    </>
  );
}

/** What a face or bore that looks up can be for the cuts of a setup: their depth, or a cut of its own. */
function CutsFor({
  named,
  setup,
  onTake,
  onSaid,
}: {
  named: NamedFeature;
  setup: Setup;
  onTake: (says: string, change: (s: Setup) => Setup) => void;
  onSaid: (says: string) => void;
}) {
  const { list, withFeature } = useFeatures();
  const put = usePut(setup.id);
  const depthTo = useDepthTo(setup);
  const { up } = setup.orientation;
  const { feature, id } = named;
  const below = depthTo(named);
  if (below === null) return null;
  const over = setup.cuts.find((c) => c.clears !== 'features');
  const groups = clearable(
    list.map((n) => n.feature),
    up,
  ).filter((group) => group.includes(feature));
  return (
    <>
      {over && feature.kind === 'plane' && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => onTake('The depth', (s) => ({ ...s, cuts: withCut(s.cuts, over.id, { to: id, below }) }))}
        >
          Depth down to it
        </Button>
      )}
      {(setup.cuts.length < MOST_CUTS ? groups : []).map((group) => {
        const all = group.flatMap((f) => list.find((n) => n.feature === f) ?? []);
        const says = all.length > 1 ? `Cut all ${all.length} like it` : 'A cut of its own';
        const ids = [id, ...all.map((n) => n.id).filter((other) => other !== id)];
        return (
          <Button
            key={all.length}
            size="sm"
            variant="outline-primary"
            onClick={() => {
              put((s) => ({ ...s, cuts: [...s.cuts, cutFor(newId(), ids, below)] }), withFeature(...all));
              onSaid(
                `Op ${setup.op} has a cut of its own for ${all.length > 1 ? `${all.length} like it` : named.name} now.`,
              );
            }}
          >
            {says}
          </Button>
        );
      })}
    </>
  );
}
