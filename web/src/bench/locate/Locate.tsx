import { useMemo } from 'react';
import { placedIn } from '@violet-jaw/core/control';
import { Table } from 'react-bootstrap';
import {
  carries,
  decidedInWords,
  isSquareness,
  motionInWords,
  pressedAgainst,
  type Locating,
} from '@violet-jaw/core/locate';
import { isHoldIn } from '@violet-jaw/core/job';
import { andList, capital } from '@violet-jaw/core/units';
import { WithCsv } from '../../app/WithCsv';
import { useJob } from '../../app/JobLayout';
import { Jumps } from '../Jumps';
import { SectionFindings, type SectionProps } from '../section';
import { Dowels } from './Dowels';
import { EdgePins } from './EdgePins';
import { Exactly } from './Exactly';
import { Meets } from './Meets';
import { Nest } from './Nest';
import { Placing } from './Placing';

/** What stops the part from moving before it is clamped, what is left free, and what presses it there. */
export function Locate(props: SectionProps) {
  const { setup, planned } = props;
  const facts = planned?.facts;
  if (!facts) return <p className="quiet mb-2">Choose in the section Hold what the part is held in or on.</p>;
  const places = planned && placedIn(planned).length > 0;
  return (
    <>
      <Jumps
        to={[
          'Locators',
          ...(isHoldIn('flat', setup.hold) ? ['Dowels', 'Pins along its edge', 'Jig'] : []),
          ...(places ? ['Set by position'] : []),
          'How exactly',
          'Is to meet',
        ]}
      />
      <SectionFindings id={setup.id} section="locate" />
      <div data-part="Locators">
        <Locators locating={facts.locating} hold={facts.hold} />
        <Free locating={facts.locating} />
      </div>
      <Dowels {...props} />
      <EdgePins {...props} />
      <Nest {...props} />
      <Placing {...props} />
      <Exactly {...props} />
      <Meets />
    </>
  );
}

function Locators({
  locating: { locators, takes },
  hold,
}: {
  locating: Locating;
  hold: NonNullable<NonNullable<SectionProps['planned']>['facts']>['hold'];
}) {
  const { speech } = useJob();
  const pressed = useMemo(() => pressedAgainst(hold), [hold]);
  if (takes.length === 0) return <p className="mb-2">Nothing locates the part.</p>;
  const forceAt = ({ name, bears = name }: Locating['takes'][number]): string => {
    const found = pressed?.find((p) => p.name === bears);
    const locator = locators.find((l) => l.name === name);
    if (locator?.inPlay) return 'nothing: it lies in its play';
    if (pressed && locator?.inwards) return found ? 'holds it from every side' : 'closes on it';
    if (pressed && !found && locator && !carries(locator)) return 'taken out before cutting';
    if (!found || found.forceN === null) return 'not known';
    if (found.forceN === 0) return 'nothing: hold it there by hand';
    return bears === name ? speech.force(found.forceN) : `${speech.force(found.forceN)}, ${bears} together`;
  };
  return (
    <WithCsv name="Locators" onHeading>
      <h3>Locators</h3>
      <Table size="sm" className="mt-1" aria-label="Locators">
        <thead>
          <tr>
            <th>Locator</th>
            <th className="number">Takes away</th>
            <th className="ps-3">Pressed there, without friction</th>
          </tr>
        </thead>
        <tbody>
          {takes.map((t) => (
            <tr key={t.name}>
              <td>{capital(t.name)}</td>
              <td className="number">{t.motions} of 6</td>
              <td className="ps-3">{forceAt(t)}</td>
            </tr>
          ))}
        </tbody>
        {!pressed && (
          <caption>
            Without friction it would tip or slide by its weight and what closes on it: hold it to its locators while
            you clamp, and check it after.
          </caption>
        )}
      </Table>
    </WithCsv>
  );
}

/** What is left free and what is decided more than once, in words. */
function Free({ locating: { free, twice, byHand } }: { locating: Locating }) {
  const { speech } = useJob();
  return (
    <>
      <p className="mb-1">
        {free.length === 0 ? (
          <strong>Nothing is left free: it can lie in one place only.</strong>
        ) : (
          <>
            It can still <strong>{andList(free.map((m) => motionInWords(m, speech)))}</strong>.
          </>
        )}
        {byHand.length > 0 && ` In ${andList(byHand.map((a) => a.toUpperCase()))} it is laid by hand.`}
      </p>
      {twice.filter(isSquareness).map((t) => (
        <p key={`${t.name} ${decidedInWords(t.motion)}`} className="quiet mb-1">
          {capital(andList([...t.with, t.name].map((n) => `the ${n}`)))} decide {decidedInWords(t.motion)}.
        </p>
      ))}
      <p className="quiet mb-2">
        Arrows in the drawings: where each locator meets the part. Dashed outline: where it could still go.
      </p>
    </>
  );
}
