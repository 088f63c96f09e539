import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { RunPlan, RunStep, Stopped } from '@violet-jaw/core/run';
import { speechIn } from '@violet-jaw/core/units';
import { addEvent } from '../../store/runStore';

/** Why the run stands, what it probably means, and the two ways on: again, or with a reason. */
export function StoppedPanel({
  plan,
  step,
  stopped,
  onAgain,
}: {
  plan: RunPlan;
  step: RunStep;
  stopped: Stopped;
  onAgain: () => void;
}) {
  const speech = speechIn(plan.units);
  const [reason, setReason] = useState('');
  const [accepting, setAccepting] = useState(false);
  const [likely, rest] = [stopped.guesses.slice(0, 2), stopped.guesses.slice(2)];
  return (
    <section className="run-stop" role="alert" aria-label="The run is stopped">
      <h2>Stop. {stopped.says || 'A reading is out of its limit.'}</h2>
      {stopped.judged.length > 0 && (
        <table className="run-judged">
          <thead>
            <tr>
              <th>Reading</th>
              <th className="text-end">expected</th>
              <th className="text-end">read</th>
              <th className="text-end">off by</th>
              <th>
                <span className="visually-hidden">in its limit</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {stopped.judged.map((j) => (
              <tr key={j.ask.id} className={j.inLimit ? undefined : 'out'}>
                <td>{j.ask.label}</td>
                <td className="number">{j.target === null ? '' : speech.signed(j.target)}</td>
                <td className="number">{speech.signed(j.value)}</td>
                <td className="number">{j.difference === null ? '' : speech.signed(j.difference)}</td>
                <td>{j.inLimit ? 'in limit' : '✕ out'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {likely.length > 0 && (
        <>
          <h3>It probably means</h3>
          <ol>
            {likely.map((g) => (
              <li key={`${g.code}${g.axis}`} data-cause={g.code}>
                <strong>{g.axis.toUpperCase()}</strong> {g.says}
              </li>
            ))}
          </ol>
        </>
      )}
      {rest.length > 0 && (
        <details>
          <summary>Less likely</summary>
          <ul>
            {rest.map((g) => (
              <li key={`${g.code}${g.axis}`}>
                {g.axis.toUpperCase()} {g.says}
              </li>
            ))}
          </ul>
        </details>
      )}
      <div className="run-ways">
        <Button
          className="run-go"
          onClick={() => {
            addEvent({ kind: 'again', stepId: step.id });
            onAgain();
          }}
        >
          Do this step again
        </Button>
        {!accepting && (
          <Button variant="outline-primary" className="run-other" onClick={() => setAccepting(true)}>
            Go on with it, in writing…
          </Button>
        )}
      </div>
      {accepting && (
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            if (reason.trim().length >= 3) addEvent({ kind: 'accept', stepId: step.id, reason: reason.trim() });
          }}
        >
          <Form.Group controlId="run-reason">
            <Form.Label>
              Why it is right all the same. It stands in the list of who did what, with your name.
            </Form.Label>
            <Form.Control
              as="textarea"
              rows={2}
              maxLength={2000}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          </Form.Group>
          <Button type="submit" variant="outline-primary" className="run-other" disabled={reason.trim().length < 3}>
            Go on with this reading
          </Button>
        </Form>
      )}
    </section>
  );
}
