import { lazy, Suspense } from 'react';
import { Button, Form } from 'react-bootstrap';
import { contactInWords } from '@violet-jaw/core/hold/contactWords.ts';
import { pushInWords } from '@violet-jaw/core/hold/checks/marginHolds.ts';
import { type Device, type DeviceKind, isMadeFor } from '@violet-jaw/core/shop';
import { isHeldOn } from '@violet-jaw/core/job';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { stepsOf } from '@violet-jaw/core/sheet/jaws.ts';
import { WithCsv } from '../../app/WithCsv';
import { useJob } from '../../app/JobLayout';
import { useWidth } from '../../drawing/useWidth';
import { usePlan } from '../../store/planStore';
import { SectionFindings, Why, type SectionProps } from '../section';
import { fieldsOf } from './fields';
import { GasketExport, JigFields } from './Outlines';
import { StandsOnFields } from './StandsOnFields';
import { withDevice } from './withDevice';

/**
 * How many times the hold bears each operation's cut, with what is uncertain as a line through the bar's end; 1 is
 * where it lets go.
 */
const MarginChart = lazy(() => import('./MarginChart').then((m) => ({ default: m.MarginChart })));

function DeviceChoice({
  devices,
  value,
  onCommit,
}: {
  devices: readonly Device[];
  value: string | null;
  onCommit: (id: string | null) => void;
}) {
  const kinds = [...new Set(devices.map((d) => d.kind))] as DeviceKind[];
  return (
    <Form.Group className="two-wide">
      <Form.Label htmlFor="device">Held in or on</Form.Label>
      <Form.Select id="device" value={value ?? ''} onChange={(e) => onCommit(e.target.value || null)}>
        <option value="">choose</option>
        {kinds.map((kind) => (
          <optgroup key={kind} label={kind}>
            {devices
              .filter((d) => d.kind === kind)
              .map((d) => (
                <option key={d.id} value={d.id}>
                  {d.name}
                </option>
              ))}
          </optgroup>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

const NONE: readonly PlannedSetup[] = [];

/** Contact, forces and margin of what holds the part, and what the operator does with it. */
export function HoldSection(props: SectionProps) {
  const { setup, planned, edit, onLook } = props;
  const { id: jobId, shop, job, speech } = useJob();
  const [box, width] = useWidth<HTMLDivElement>(420);
  const device = shop.devices.find((d) => d.id === setup.device) ?? null;
  const held = device && isHeldOn(setup, device) ? { ...props, device, hold: setup.hold } : null;
  const { hold: Fields = null, freed: Freed = null } = held ? fieldsOf(held.hold.family) : {};
  const hold = planned?.facts?.hold;
  const setups = usePlan((s) => s.planned?.setups ?? NONE);
  const margins = planned?.forces?.margin.margins ?? [];
  const worst = margins.reduce<(typeof margins)[number] | null>((low, m) => (!low || m.low < low.low ? m : low), null);
  const fits = shop.devices.filter((d) => isMadeFor(d, [job.number, job.part]));
  return (
    <div ref={box}>
      <div className="fields">
        <DeviceChoice
          devices={shop.devices}
          value={setup.device}
          onCommit={(id) => edit((s) => withDevice(jobId, s, shop.devices.find((d) => d.id === id) ?? null))}
        />
      </div>
      {device && <StandsOnFields {...props} device={device} />}
      {fits.length > 0 && <p className="mb-1 quiet">Made for this part: {fits.map((d) => d.name).join(', ')}.</p>}
      {held && Fields && <Fields {...held} />}
      {device && !held && (
        <Button size="sm" variant="primary" className="mt-1" onClick={() => edit((s) => withDevice(jobId, s, device))}>
          Start anew for the {device.kind}
        </Button>
      )}
      {hold && (
        <p className="mt-2 mb-1">
          {hold.figures.map((f) => (
            <span key={f.label} className="me-3">
              <span className="quiet">{f.label.toLowerCase()}</span>{' '}
              <span
                className={`number${f.measures ? ' measurable' : ''}`}
                onMouseEnter={() => f.measures && onLook(f.measures)}
                onMouseLeave={() => onLook(null)}
              >
                {f.value}
              </span>
            </span>
          ))}
        </p>
      )}
      {hold && <Touching {...props} />}
      {margins.length > 0 && worst && (
        <>
          <Suspense fallback={<p className="quiet">drawing the margin…</p>}>
            <MarginChart margins={margins} width={Math.max(260, width - 4)} />
          </Suspense>
          <p className="mb-1">
            Worst: T{worst.tool}, {speech.force(Math.hypot(worst.towards.x, worst.towards.y, worst.towards.z))}{' '}
            {pushInWords(worst.towards)} at X {speech.signed(worst.at.x)} Y {speech.signed(worst.at.y)} Z{' '}
            {speech.signed(worst.at.z)}.
          </p>
        </>
      )}
      {planned?.facts && !planned.forces && <p className="quiet mb-1">working out forces…</p>}
      <SectionFindings id={setup.id} section="hold" />
      {held && Freed && <Freed {...held} />}
      <GasketExport {...props} />
      <JigFields {...props} />
      {hold && (
        <details className="mt-1">
          <summary>Steps for the operator</summary>
          <ol className="mb-1">
            {stepsOf(setups, planned!).map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
          <p className="mb-0 quiet">Taking out:</p>
          <ol className="mb-0">
            {hold.release.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
        </details>
      )}
      <Why {...props} of="hold" />
    </div>
  );
}

/** Every place where device and part bear on each other. */
function Touching({ planned }: SectionProps) {
  const { speech } = useJob();
  const contacts = planned?.facts?.hold.contacts ?? [];
  const rows = contacts.filter((c) => !/^jaw [2-9]/.test(c.name));
  return (
    <details>
      <summary>
        Touches in {contacts.length} {contacts.length === 1 ? 'place' : 'places'}
      </summary>
      <WithCsv name="Where it touches">
        <table className="table table-sm mb-1">
          <thead>
            <tr>
              <th>Where</th>
              <th>Face</th>
              <th className="number">Area</th>
              <th className="number">Presses with</th>
              <th className="number">Friction</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((c, i) => (
              <tr key={`${c.name} ${i}`}>
                <td>{c.name === 'jaw 1' ? 'each jaw' : c.name}</td>
                <td>{contactInWords(c, speech)}</td>
                <td className="number">{c.areaMm2 > 0 ? speech.area(c.areaMm2) : 'a line'}</td>
                <td className="number">
                  {c.forceN > 0
                    ? speech.force(c.forceN)
                    : c.kind === 'bond'
                      ? `holds ${speech.force(c.shearN)} sideways`
                      : 'as pushed'}
                </td>
                <td className="number">{c.kind === 'bond' ? '–' : c.friction.toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </WithCsv>
    </details>
  );
}
