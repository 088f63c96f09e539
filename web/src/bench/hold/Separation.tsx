import { Button } from 'react-bootstrap';
import type { Separation as Kept } from '@violet-jaw/core/job';
import { useJob } from '../../app/JobLayout';
import { ChoiceField, CountField } from '../../fields/TextField';
import { useHold, type HoldProps } from './useHold';

const WAYS: readonly { value: Kept['way']; says: string }[] = [
  { value: 'none', says: 'nothing yet' },
  { value: 'tabs', says: 'tabs' },
  { value: 'skin', says: 'a skin for a last light pass' },
  { value: 'hold', says: 'the hold itself, proven' },
];

/** What keeps a part that the cut frees. */
export function Separation(props: HoldProps<'flat'>) {
  const {
    planned,
    hold: {
      separation: { way, tabs, skin },
    },
  } = props;
  const { speech } = useJob();
  const { put: putHold, length } = useHold(props, 'hold');
  const facts = planned?.facts?.separation;
  if (!facts?.comesFree && way === 'none') return null;
  const put = (change: Partial<Kept>) => putHold((h) => ({ ...h, separation: { ...h.separation, ...change } }));
  return (
    <>
      <div className="fields mt-1">
        <ChoiceField label="Freed part is kept by" value={way} choices={WAYS} onCommit={(next) => put({ way: next })} />
        {way === 'tabs' && (
          <CountField
            label="Tabs"
            value={tabs.count}
            min={1}
            max={60}
            onCommit={(count) => put({ tabs: { ...tabs, count } })}
          />
        )}
        {way === 'tabs' &&
          length({
            label: 'Tab width',
            mm: tabs.width,
            positive: true,
            max: 200,
            set: (h, mm) => ({ ...h, separation: { ...h.separation, tabs: { ...h.separation.tabs, width: mm } } }),
          })}
        {way === 'tabs' &&
          length({
            label: 'Tab height',
            mm: tabs.height,
            positive: true,
            max: 200,
            set: (h, mm) => ({ ...h, separation: { ...h.separation, tabs: { ...h.separation.tabs, height: mm } } }),
          })}
        {way === 'skin' &&
          length({
            label: 'Skin left',
            mm: skin.leave,
            min: 0,
            max: 50,
            set: (h, mm) => ({ ...h, separation: { ...h.separation, skin: { ...h.separation.skin, leave: mm } } }),
          })}
        {way === 'skin' &&
          length({
            label: 'Last pass off the wall',
            mm: skin.offWall,
            min: 0,
            max: 10,
            set: (h, mm) => ({ ...h, separation: { ...h.separation, skin: { ...h.separation.skin, offWall: mm } } }),
          })}
      </div>
      {way === 'skin' && <p className="mb-1">{planned?.facts?.hold.steps.find((s) => s.startsWith('Rough down'))}</p>}
      {way === 'tabs' && facts?.comesFree && (
        <p className="mb-1">
          {facts.tabs.length} {facts.tabs.length === 1 ? 'tab' : 'tabs'} on straight outside edges
          {facts.tabsHoldN === null ? '' : `, shearing at ${speech.force(facts.tabsHoldN)}`}. Drag them along their
          edges in the view from above.{' '}
          {tabs.moved.some((mm) => mm !== 0) && (
            <Button size="sm" variant="outline-primary" onClick={() => put({ tabs: { ...tabs, moved: [] } })}>
              Spread evenly again
            </Button>
          )}
        </p>
      )}
    </>
  );
}
