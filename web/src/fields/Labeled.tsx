import type { ReactNode } from 'react';

/** A short name over a field whose own label, for screen readers, says more. */
export function Labeled({ text, wide = false, children }: { text: string; wide?: boolean; children: ReactNode }) {
  return (
    <div className={wide ? 'wide' : undefined}>
      <span className="field-hint" aria-hidden="true">
        {text}
      </span>
      {children}
    </div>
  );
}
