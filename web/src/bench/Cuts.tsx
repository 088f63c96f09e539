import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  cutFor,
  MOST_CLEARED,
  MOST_CUTS,
  oneCut,
  toolOfCut,
  withCut,
  type Cut,
  type Setup,
} from '@violet-jaw/core/job';
import { clearable, endBelowTop, looksUp } from '@violet-jaw/core/part';
import { cutName, depthInWords } from '@violet-jaw/core/prove/cuts.ts';
import { useJob } from '../app/JobLayout';
import { newId } from '../app/newId';
import { useFeatures, type NamedFeature } from '../app/useFeatures';
import { ChoiceField, TextField } from '../fields/TextField';
import { usePlan } from '../store/planStore';
import { DepthProposals } from './DepthProposals';
import { FaceField } from './PlaceField';
import { SectionFindings, useLength, Why, type SectionProps } from './section';
import { usePut } from './usePut';

/** What a setup cuts: each cut with its depth, what it clears and the tool that makes it. */
export function Cuts(props: SectionProps) {
  const { setup, planned, edit } = props;
  const [open, setOpen] = useState<string | null>(null);
  const { cuts } = setup;
  const shown = cuts.find((c) => c.id === open) ?? cuts[0];
  const nameOf = useCutName();
  return (
    <>
      {cuts.length > 1 && (
        <ol className="cuts" aria-label="Cuts, in the order in which they are made">
          {cuts.map((cut, i) => (
            <li key={cut.id}>
              <CutLine
                cut={cut}
                below={planned?.cuts.find((c) => c.id === cut.id)?.below ?? cut.below}
                setup={setup}
                isOpen={cut === shown}
                onOpen={() => setOpen(cut.id)}
              />
              <Button
                size="sm"
                variant="outline-primary"
                disabled={i === 0}
                aria-label={`Make cut ${i + 1}, ${nameOf(cut)}, one earlier`}
                onClick={() => edit((s) => ({ ...s, cuts: earlier(s.cuts, cut.id) }))}
              >
                ↑
              </Button>
              <Button
                size="sm"
                variant="outline-primary"
                aria-label={`Remove cut ${i + 1}, ${nameOf(cut)}`}
                onClick={() => edit((s) => ({ ...s, cuts: s.cuts.filter((c) => c.id !== cut.id) }))}
              >
                ✕
              </Button>
            </li>
          ))}
        </ol>
      )}
      <AddCut setup={setup} planned={planned} onAdded={setOpen} />
      <CutFields key={shown.id} {...props} cut={shown} />
      <SectionFindings id={setup.id} section="cut" />
      <Why {...props} of="cuts" />
    </>
  );
}

const earlier = (cuts: readonly Cut[], id: string): Cut[] => {
  const i = cuts.findIndex((c) => c.id === id);
  return i < 1 ? [...cuts] : [...cuts.slice(0, i - 1), cuts[i], cuts[i - 1], ...cuts.slice(i + 1)];
};

/** What cuts are called, as the plan calls them. */
function useCutName(): (cut: Cut) => string {
  const { speech } = useJob();
  const { byId } = useFeatures();
  return (cut) =>
    cutName(
      cut,
      (id) => {
        const named = byId(id);
        return { name: named?.name ?? 'something gone', feature: named?.feature ?? null };
      },
      speech,
    );
}

function CutLine({
  cut,
  below,
  setup,
  isOpen,
  onOpen,
}: {
  cut: Cut;
  below: number;
  setup: Setup;
  isOpen: boolean;
  onOpen: () => void;
}) {
  const { speech } = useJob();
  const nameOf = useCutName();
  const tool = toolOfCut(cut, setup.tools);
  return (
    <button type="button" className="cut-line" aria-pressed={isOpen} onClick={onOpen}>
      <span>{nameOf(cut)}</span>
      <span className="number">{speech.size(below)}</span>
      <span className="visually-hidden">{depthInWords(below, speech)}</span>
      <span className="quiet">{tool ? `T${tool.number}` : ''}</span>
    </button>
  );
}

const CLEARS = [
  { value: 'everything', says: 'all that is not part' },
  { value: 'outline', says: 'only along the outline' },
  { value: 'features', says: 'chosen faces, bores' },
] as const;

function CutFields(props: SectionProps & { cut: Cut }) {
  const { setup, planned, cut } = props;
  const length = useLength(props, 'cuts');
  const put = usePut(setup.id);
  const depthTo = useDepthTo(setup);
  const { up } = setup.orientation;
  const change = (fields: Partial<Cut>) => (s: Setup) => ({ ...s, cuts: withCut(s.cuts, cut.id, fields) });
  const facts = planned?.cuts.find((c) => c.id === cut.id);
  const below = facts?.below ?? cut.below;
  // over what is closed all round no cutter runs out
  const goesRound = cut.clears === 'outline' || (cut.clears === 'features' && facts?.beside);
  const several = setup.cuts.length > 1;
  return (
    <>
      <div className="fields">
        {length({
          label: 'Cuts down below top',
          mm: below,
          min: -1000,
          max: 100_000,
          looks: 'clear',
          set: (s, mm) => change({ below: mm, to: null })(s),
          hint: cut.to ? 'from the face' : 'from the finished top',
        })}
        <FaceField
          label="…or down to a face"
          value={cut.to}
          none="typed depth"
          allows={({ feature }) => looksUp(feature, up)}
          onCommit={(named, features) =>
            put(change({ to: named?.id ?? null, below: depthTo(named) ?? below }), features)
          }
        />
        <ChoiceField
          label="Cuts away"
          value={cut.clears}
          choices={CLEARS}
          onCommit={(clears) => put(change({ clears, features: clears === 'features' ? cut.features : [] }), null)}
        />
        {goesRound && !toolOfCut(cut, setup.tools)?.diameter
          ? length({
              label: 'Width of that cut',
              mm: cut.width,
              positive: true,
              max: 200,
              set: (s, mm) => change({ width: mm })(s),
            })
          : null}
        {setup.tools.length > 0 && (
          <ChoiceField
            label="Made with"
            value={toolOfCut(cut, setup.tools)?.id ?? ''}
            choices={[
              { value: '', says: 'any of the tools' },
              ...setup.tools.map((t) => ({ value: t.id, says: `T${t.number} ${t.description}`.trim() })),
            ]}
            onCommit={(tool) => put(change({ tool: tool || null }), null)}
          />
        )}
        {several && (
          <TextField
            label="Name of the cut"
            value={cut.name}
            maxLength={80}
            placeholder="after what it clears"
            onCommit={(name) => put(change({ name: name.trim() }), null)}
          />
        )}
      </div>
      {cut.clears === 'features' && <Cleared setup={setup} cut={cut} />}
      {cut.clears !== 'features' && <DepthProposals planned={planned} cut={cut.id} onTake={put} />}
    </>
  );
}

/** How deep a face or the end of a bore lies below the part's top; null: it does not look up, or nothing is planned. */
export function useDepthTo(setup: Setup): (named: NamedFeature | null) => number | null {
  const box = usePlan((s) => s.planned?.part.box);
  const { up } = setup.orientation;
  return (named) => (named && box ? endBelowTop(named.feature, up, box) : null);
}

/** The faces and bores a cut clears, and more to choose from. */
function Cleared({ setup, cut }: { setup: Setup; cut: Cut }) {
  const { list, byId, withFeature } = useFeatures();
  const put = usePut(setup.id);
  const { up } = setup.orientation;
  const more =
    cut.features.length < MOST_CLEARED
      ? list.filter((n) => looksUp(n.feature, up) && !cut.features.includes(n.id))
      : [];
  const set = (ids: readonly string[]) => (s: Setup) => ({
    ...s,
    cuts: withCut(s.cuts, cut.id, { features: [...ids] }),
  });
  return (
    <div className="cleared">
      {cut.features.map((id) => {
        const name = byId(id)?.name ?? 'gone from the part';
        return (
          <span key={id} className="chip">
            {name}
            <Button
              size="sm"
              variant="link"
              aria-label={`Leave out ${name}`}
              onClick={() => put(set(cut.features.filter((f) => f !== id)), null)}
            >
              ✕
            </Button>
          </span>
        );
      })}
      <ChoiceField
        hideLabel
        label="Clear this too"
        value=""
        choices={[
          { value: '', says: cut.features.length === 0 ? 'choose a face or bore…' : 'and this too…' },
          ...more.map((n) => ({ value: n.id, says: n.name })),
        ]}
        onCommit={(id) => {
          const named = more.find((n) => n.id === id);
          if (named) put(set([...cut.features, named.id]), withFeature(named));
        }}
      />
    </div>
  );
}

/** One more cut: all over, along the outline, or for a pocket, bores or a face of the part. */
function AddCut({
  setup,
  planned,
  onAdded,
}: {
  setup: Setup;
  planned: SectionProps['planned'];
  onAdded: (id: string) => void;
}) {
  const { list, withFeature } = useFeatures();
  const nameOf = useCutName();
  const put = usePut(setup.id);
  const depthTo = useDepthTo(setup);
  const { up } = setup.orientation;
  const offered = useMemo(() => {
    const named = new Map(list.map((n) => [n.feature, n]));
    return clearable([...named.keys()], up).map((features) => features.map((f) => named.get(f)!));
  }, [list, up]);
  const deepest = Math.max(...(planned?.cuts ?? setup.cuts).map((c) => c.below));
  const add = (cut: Cut, picked: readonly NamedFeature[]) => {
    put((s) => ({ ...s, cuts: [...s.cuts, cut] }), picked.length > 0 ? withFeature(...picked) : null);
    onAdded(cut.id);
  };
  const cutOf = (named: readonly NamedFeature[], id = newId()) =>
    cutFor(
      id,
      named.map((n) => n.id),
      depthTo(named[0] ?? null) ?? deepest,
    );
  return (
    <ChoiceField
      className="add-cut"
      hideLabel
      label="Add a cut"
      value=""
      choices={[
        { value: '', says: setup.cuts.length >= MOST_CUTS ? 'No more cuts' : 'Add a cut…' },
        ...(setup.cuts.length >= MOST_CUTS
          ? []
          : [
              { value: 'everything', says: 'all over' },
              { value: 'outline', says: 'along the outline' },
              ...offered.map((named, i) => ({ value: String(i), says: nameOf(cutOf(named, '')) })),
            ]),
      ]}
      onCommit={(value) => {
        if (value === 'everything' || value === 'outline')
          add({ ...oneCut(deepest)[0], id: newId(), clears: value }, []);
        else if (value !== '') add(cutOf(offered[Number(value)]), offered[Number(value)]);
      }}
    />
  );
}
