/** Our mark: two serrated jaws around a piece of work. */
export function JawMark() {
  return (
    <svg viewBox="0 0 30 26" aria-hidden="true">
      <path d="M1 2h10v5l-2.5 2L11 11l-2.5 2 2.5 2-2.5 2L11 19v5H1zM29 2H19v5l2.5 2-2.5 2 2.5 2-2.5 2 2.5 2-2.5 2v5h10z" />
      <path d="M12.5 9h5v8h-5z" opacity="0.55" />
    </svg>
  );
}

const GLYPHS: Record<string, string> = {
  'flip-front-to-back': 'M8 22C14 4 42 4 48 20M48 20l-7-3M48 20l1-8',
  'flip-left-to-right': 'M8 22C14 4 42 4 48 20M48 20l-7-3M48 20l1-8',
  'turn-half-round': 'M14 8a14 8 0 1 0 28 0M42 8l-6 2M42 8l3 6',
  'turn-quarter-left': 'M46 20A20 16 0 0 0 20 8M20 8l7-4M20 8l6 5',
  'turn-quarter-right': 'M10 20A20 16 0 0 1 36 8M36 8l-7-4M36 8l-6 5',
  'tip-toward-you': 'M28 4v16M28 20l-6-5M28 20l6-5',
  'tip-to-the-rear': 'M28 22V6M28 6l-6 5M28 6l6 5',
  'tip-to-the-right': 'M8 14h36M44 14l-7-5M44 14l-7 5',
  'tip-to-the-left': 'M48 14H12M12 14l7-5M12 14l7 5',
};

/** A small drawing of a hand move; the words always stand beside it. */
export function MoveGlyph({ move }: { move: string | undefined }) {
  return (
    <svg viewBox="0 0 56 26" width="56" height="26" aria-hidden="true" className="mx-auto">
      <path
        d={(move && GLYPHS[move]) ?? 'M8 14h36M44 14l-7-5M44 14l-7 5'}
        fill="none"
        stroke="var(--violet)"
        strokeWidth="2"
      />
    </svg>
  );
}
