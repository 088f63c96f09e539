import type { Finding } from '@violet-jaw/core/findings';

/** How many findings want a look, by the worst of them; notes do not count. */
export function FindingCount({ findings }: { findings: readonly Finding[] }) {
  const open = findings.filter((f) => f.level !== 'note');
  if (open.length === 0) return null;
  const worst = open.some((f) => f.level === 'stop') ? 'stop' : 'caution';
  const says = `${open.length} ${open.length === 1 ? 'finding' : 'findings'}, the worst a ${worst}`;
  return (
    <span className={`count-badge ${worst}`} title={says}>
      {open.length}
    </span>
  );
}
