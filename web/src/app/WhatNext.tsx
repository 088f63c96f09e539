import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { Finding, Section } from '@violet-jaw/core/findings';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { SECTION_OF, useOpenSection } from '../bench/Fold';
import { usePlan } from '../store/planStore';
import { OpenFinding } from './OpenFinding';
import { useJob } from './openJob';

const SECTIONS: readonly Section[] = ['part', 'blank', 'seat', 'cut', 'hold', 'zero', 'prove', 'transition'];
const LEVELS = ['stop', 'caution', 'note'] as const;

/** Findings in the order of the work: the whole job, then setup by setup, section by section, the worst first. */
function inOrder({ findings, setups }: PlannedJob): Finding[] {
  const at = (f: Finding) => [
    f.setupId === null ? -1 : setups.findIndex((s) => s.id === f.setupId),
    SECTIONS.indexOf(f.section),
    LEVELS.indexOf(f.level),
  ];
  const apart = (a: Finding, b: Finding) => {
    const [p, q] = [at(a), at(b)];
    const i = p.findIndex((v, k) => v !== q[k]);
    return i < 0 ? 0 : p[i] - q[i];
  };
  return findings.filter((f) => f.level !== 'note').sort(apart);
}

/**
 * What is open or wrong, in the order of the work. Each line leads to its place; where the remedy is a number or one of
 * a few choices, a button takes it, as an edit like any other.
 */
export function WhatNext({ onClose }: { onClose: () => void }) {
  const { id, choose } = useJob();
  const planned = usePlan((s) => s.planned);
  const show = useOpenSection((s) => s.show);
  const navigate = useNavigate();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus(), []);
  if (!planned) return null;
  const open = inOrder(planned);
  const lead = (f: Finding) => {
    onClose();
    if (f.setupId === null || f.section === 'part' || f.section === 'blank') {
      void navigate(f.section === 'part' || f.section === 'blank' ? `/jobs/${id}/part` : `/jobs/${id}/route`);
      return;
    }
    choose(f.setupId);
    show(SECTION_OF[f.section]);
    void navigate(`/jobs/${id}/route`);
  };
  return (
    <div
      ref={box}
      className="what-next"
      role="dialog"
      tabIndex={-1}
      aria-label="What next"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
    >
      <div className="d-flex align-items-center mb-1">
        <h2 className="me-auto mb-0">What next</h2>
        <Button size="sm" variant="outline-primary" onClick={onClose}>
          Close
        </Button>
      </div>
      {open.length === 0 && <p className="mb-0">Nothing is open: the sheet can be issued.</p>}
      {open.length > 0 && (
        <ol>
          {open.map((f) => (
            // the button goes with its line
            <OpenFinding key={`${f.code} ${f.setupId} ${f.says}`} f={f} onMend={() => box.current?.focus()}>
              <Button size="sm" variant="outline-primary" onClick={() => lead(f)}>
                Go there
              </Button>
            </OpenFinding>
          ))}
        </ol>
      )}
      {open.some((f) => f.level === 'stop') && (
        <p className="quiet mb-0 mt-1">A stop that is meant so is accepted in writing on the page Sheet.</p>
      )}
    </div>
  );
}
