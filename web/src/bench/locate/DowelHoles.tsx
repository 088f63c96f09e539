import { Button, Form } from 'react-bootstrap';
import {
  axesAcross,
  boreAlong,
  boreHole,
  boresAlong,
  HOLE_CLASSES,
  inBores,
  PIN_CLASSES,
} from '@violet-jaw/core/dowels';
import { MOST_DOWELS, type Dowel, type Dowels } from '@violet-jaw/core/job';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { useFeatures } from '../../app/useFeatures';
import { LengthField } from '../../fields/LengthField';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { ChoiceField } from '../../fields/TextField';
import { FromShop } from './FromShop';

const AXES_ALONG = ['x', 'y', 'z'] as const;

/** The holes through the blank: they belong to the job, whichever setup drills them. */
export function DowelHoles({ dowels, onPropose }: { dowels: Dowels; onPropose: () => void }) {
  const { job, change } = useJob();
  const put = (fields: Partial<Dowels>) => change((j) => ({ dowels: j.dowels && { ...j.dowels, ...fields } }));
  const { drilledIn } = dowels;
  const areBores = inBores(dowels.holes);
  const isGone = drilledIn !== null && job.setups.every((s) => s.id !== drilledIn);
  const gone = isGone ? [{ value: drilledIn, says: 'a setup that is gone' }] : [];
  const add = () =>
    change((j) => ({ dowels: j.dowels && { ...j.dowels, holes: [...j.dowels.holes, oneMore(j.dowels)] } }));
  return (
    <div role="group" aria-label="Dowel holes of the job">
      <h3 className="mt-2">{areBores ? 'Bores of the part' : 'Holes through the blank'}</h3>
      <div className="fields">
        {!areBores && (
          <>
            <ChoiceField
              label="Drilled in"
              value={dowels.drilledIn ?? ''}
              choices={[
                { value: '', says: 'they come with the blank' },
                ...job.setups.map((s) => ({ value: s.id, says: `Op ${s.op}` })),
                ...gone,
              ]}
              onCommit={(id) => put({ drilledIn: id || null })}
            />
            <ChoiceField
              label="They run along"
              value={dowels.along}
              choices={AXES_ALONG.map((a) => ({ value: a, says: `${a.toUpperCase()} of the part` }))}
              onCommit={(along) => put({ along })}
            />
            <LengthField
              label="Into what it lies on"
              mm={dowels.into}
              units={job.units}
              min={0}
              max={500}
              onCommit={(into) => put({ into })}
            />
          </>
        )}
        <div>
          <div className="form-label">Distances within ±</div>
          <OptionalLengthField
            label="Distances between dowels and holes within ±"
            mm={dowels.plusMinus}
            units={job.units}
            max={100}
            onCommit={(plusMinus) => put({ plusMinus })}
          />
          <div className="field-hint">
            {areBores
              ? 'between bores and between their dowels, together'
              : '0 where blank and board are drilled in one go'}
          </div>
        </div>
      </div>
      {dowels.holes.map((h, i) => (
        <Hole key={h.id} hole={h} number={i + 1} dowels={dowels} />
      ))}
      {(areBores || dowels.holes.length === 0) && <FurtherBore dowels={dowels} />}
      <div className="d-flex gap-2 flex-wrap mb-2">
        {!areBores && (
          <Button size="sm" variant="outline-primary" onClick={onPropose}>
            {dowels.holes.length === 0 ? 'Propose two dowels' : 'Propose two dowels instead'}
          </Button>
        )}
        {!areBores && (
          <Button size="sm" variant="outline-primary" disabled={dowels.holes.length >= MOST_DOWELS} onClick={add}>
            Add a dowel
          </Button>
        )}
        <Button size="sm" variant="outline-primary" onClick={() => change({ dowels: null })}>
          Use no dowels
        </Button>
      </div>
    </div>
  );
}

/** A bore of the part with what the part says of it. */
function Bore({ hole, name, dowels }: { hole: Dowel; name: string; dowels: Dowels }) {
  const { speech } = useJob();
  const [u, v] = axesAcross(dowels.along).map((a) => a.toUpperCase());
  return (
    <p className="wide mb-1">
      In the {name}, at {u} {speech.signed(hole.u)} {v} {speech.signed(hole.v)} of the part, diameter{' '}
      {speech.size(hole.diameter)}
    </p>
  );
}

/** Bores of the part that run along the holes and have no dowel yet. */
function FurtherBore({ dowels }: { dowels: Dowels }) {
  const { change } = useJob();
  const { list, withFeature } = useFeatures();
  const usable = new Set(
    boresAlong(
      list.map((n) => n.feature),
      dowels.along,
    ).map((f) => f.id),
  );
  const free = list.filter((n) => usable.has(n.feature.id) && dowels.holes.every((h) => h.bore !== n.id));
  if (free.length === 0 || dowels.holes.length >= MOST_DOWELS) return null;
  const take = (id: string) => {
    const named = free.find((n) => n.id === id);
    const hole = named && boreHole(newId(), named.feature, dowels.along);
    if (named && hole)
      change((j) => ({
        features: withFeature(named),
        dowels: j.dowels && { ...j.dowels, holes: [...j.dowels.holes, { ...hole, bore: named.id }] },
      }));
  };
  return (
    <ChoiceField
      label="A dowel in a bore of the part"
      value=""
      choices={[{ value: '', says: 'choose a bore…' }, ...free.map((n) => ({ value: n.id, says: n.name }))]}
      onCommit={take}
    />
  );
}

/** One more, beside the last. */
function oneMore(dowels: Dowels): Dowel {
  const id = newId();
  const last = dowels.holes.at(-1);
  return last
    ? { ...last, id, bore: null, u: last.u + 4 * last.diameter, relieved: false, land: null }
    : { id, bore: null, bush: null, u: 0, v: 0, diameter: 8, pin: 'h8', hole: 'H7', relieved: false, land: null };
}

const chosen = <T extends string>(all: readonly T[]) => all.map((value) => ({ value, says: value }));

/** One hole with its dowel. */
function Hole({ hole, number, dowels }: { hole: Dowel; number: number; dowels: Dowels }) {
  const { job, change } = useJob();
  const { byId } = useFeatures();
  const [u, v] = axesAcross(dowels.along);
  const known = byId(hole.bore);
  const bore = hole.bore === null ? null : (known?.name ?? 'a bore that is gone from the part');
  const now = { ...hole, ...(known && boreAlong(known.feature, dowels.along)) };
  const put = (fields: Partial<Dowel>) =>
    change((j) => ({
      dowels: j.dowels && {
        ...j.dowels,
        holes: j.dowels.holes.map((h) => (h.id === hole.id ? { ...h, ...fields } : h)),
      },
    }));
  const remove = () =>
    change((j) => ({ dowels: j.dowels && { ...j.dowels, holes: j.dowels.holes.filter((h) => h.id !== hole.id) } }));
  const place = (key: 'u' | 'v', axis: string) => (
    <LengthField
      label={`${axis.toUpperCase()} of the part`}
      mm={hole[key]}
      units={job.units}
      signed
      min={-20_000}
      max={20_000}
      onCommit={(mm) => put({ [key]: mm })}
    />
  );
  return (
    <fieldset className="dowel" aria-label={`Dowel ${number}`}>
      <legend>Dowel {number}</legend>
      <div className="fields">
        {bore !== null && <Bore hole={now} name={bore} dowels={dowels} />}
        {bore === null && place('u', u)}
        {bore === null && place('v', v)}
        {bore === null && (
          <LengthField
            label="Diameter"
            mm={hole.diameter}
            units={job.units}
            positive
            max={50}
            onCommit={(diameter) => put({ diameter })}
          />
        )}
        <FromShop
          label="Dowel of the shop"
          kinds={['dowel', 'relieved dowel']}
          onTake={(pin) =>
            put({
              ...(bore === null ? { diameter: pin.diameter } : {}),
              pin: pin.fit,
              ...(pin.kind === 'relieved dowel' && number > 1
                ? { relieved: true, land: pin.land }
                : { relieved: false, land: null }),
            })
          }
        />
        <ChoiceField label="Dowel" value={hole.pin} choices={chosen(PIN_CLASSES)} onCommit={(pin) => put({ pin })} />
        <ChoiceField
          label={bore === null ? 'Hole' : 'Bore, as its drawing says'}
          value={hole.hole}
          choices={chosen(HOLE_CLASSES)}
          onCommit={(is) => put({ hole: is })}
        />
        {number > 1 && (
          <Form.Check
            id={`relieved-${hole.id}`}
            label="Relieved"
            checked={hole.relieved}
            onChange={(e) => put({ relieved: e.target.checked })}
          />
        )}
        {hole.relieved && (
          <div>
            <div className="form-label">Land</div>
            <OptionalLengthField
              label={`Land of dowel ${number}`}
              mm={hole.land}
              units={job.units}
              positive
              max={50}
              onCommit={(land) => put({ land })}
            />
          </div>
        )}
        {bore === null && (
          <div>
            <div className="form-label">Bush, outside diameter</div>
            <OptionalLengthField
              label={`Outside diameter of the bush of dowel ${number}`}
              mm={hole.bush}
              units={job.units}
              positive
              max={80}
              empty="none"
              onCommit={(bush) => put({ bush })}
            />
          </div>
        )}
        {bore === null && (
          <FromShop
            label="Bush of the shop"
            kinds={['bush']}
            onTake={(bush) => put({ diameter: bush.diameter, bush: bush.outside })}
          />
        )}
        <Button size="sm" variant="outline-danger" onClick={remove} aria-label={`Remove dowel ${number}`}>
          Remove
        </Button>
      </div>
    </fieldset>
  );
}
