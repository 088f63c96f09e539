import type { MouseEvent } from 'react';

const FIELDS = 'input, select, textarea, button, summary';

/** Goes to a part of the section it stands in, and on to its first field. */
function jump({ currentTarget }: MouseEvent<HTMLButtonElement>, to: string): void {
  const part = currentTarget.closest('.section-body')?.querySelector<HTMLElement>(`[data-part="${to}"]`);
  part?.scrollIntoView({ block: 'start' });
  part?.querySelector<HTMLElement>(FIELDS)?.focus({ preventScroll: true });
}

/** The parts of a section that does not fit at once: each is one press away. */
export function Jumps({ to }: { to: readonly string[] }) {
  return (
    <nav className="jumps" aria-label="In this section">
      {to.map((name) => (
        <button key={name} type="button" onClick={(e) => jump(e, name)}>
          {name}
        </button>
      ))}
    </nav>
  );
}
