/** Why something was not done, or could not be had; nothing while there is nothing to tell. */
export function NotDone({ problem, level = 'not done' }: { problem: string | null; level?: string }) {
  return (
    problem && (
      <div className="finding stop" role="alert">
        <span className="level">{level}</span>
        {problem}
      </div>
    )
  );
}
