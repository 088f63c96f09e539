import { create } from 'zustand';
import type { ReactNode } from 'react';
import type { Section as Of } from '@violet-jaw/core/findings';
import { PROPOSABLE, type Setup } from '@violet-jaw/core/job';
import { Button } from 'react-bootstrap';
import { FindingCount } from '../app/FindingCount';
import { WhyAndHow } from '../app/WhyAndHow';
import { useJob } from '../app/openJob';
import { usePlan } from '../store/planStore';

/** The sections of the worksheet, in the order of the work. */
export const SECTIONS = ['Setup', 'Seat', 'Cuts', 'Hold', 'Locate', 'Zero', 'Tools & program', 'Prove'] as const;
export type SectionName = (typeof SECTIONS)[number];

/** Which section each finding belongs to. */
export const SECTION_OF: Readonly<Record<Of, SectionName>> = {
  part: 'Seat',
  blank: 'Seat',
  seat: 'Seat',
  cut: 'Cuts',
  hold: 'Hold',
  locate: 'Locate',
  zero: 'Zero',
  prove: 'Prove',
  transition: 'Prove',
  turn: 'Prove',
};

/** The one section that is open; it stays when another setup is chosen. null: all are closed. */
export const useOpenSection = create<{ open: SectionName | null; show: (section: SectionName | null) => void }>(
  (set) => ({ open: 'Seat', show: (open) => set({ open }) }),
);

/** What of a section is as it was proposed, in words. */
const proposedIn = (setup: Setup, section: SectionName): string[] =>
  setup.proposed.flatMap((path) => (PROPOSABLE[path].section === section ? [PROPOSABLE[path].says] : []));

/** Names what was proposed and not looked at, and accepts it in one press. */
function Proposed({ setup, section }: { setup: Setup; section: SectionName }) {
  const { changeSetup, isPlanner } = useJob();
  const names = proposedIn(setup, section);
  if (names.length === 0) return null;
  return (
    <p className="proposed mb-2">
      <strong>Proposed:</strong> {names.join(', ')}. Change what is wrong.{' '}
      {isPlanner && (
        <Button size="sm" onClick={() => changeSetup(setup.id, (s) => ({ ...s, proposed: [] }))}>
          Accept all of Op {setup.op}
        </Button>
      )}
    </p>
  );
}

/** One section of the worksheet: closed it says in a line what is decided, open it lets it be decided. */
export function Section({
  name,
  setup,
  decided,
  children,
}: {
  name: SectionName;
  setup: Setup;
  decided: string;
  children: ReactNode;
}) {
  const { open, show } = useOpenSection();
  const all = usePlan((s) => s.planned?.findings);
  const findings = (all ?? []).filter((f) => f.setupId === setup.id && SECTION_OF[f.section] === name);
  const isOpen = open === name;
  return (
    <section aria-label={name} className={isOpen ? 'section open' : 'section'}>
      <h3 className="section-title">
        <button
          type="button"
          className="section-head"
          aria-expanded={isOpen}
          onClick={() => show(isOpen ? null : name)}
        >
          <span className="section-name">{name}</span>
          <span className="section-says" title={decided}>
            {decided}
          </span>
          <span className="section-marks">
            {proposedIn(setup, name).length > 0 && <span className="proposed-mark">proposed</span>}
            <FindingCount findings={findings} />
          </span>
        </button>
        {isOpen && <WhyAndHow of={name} />}
      </h3>
      {isOpen && (
        <div className="section-body">
          <Proposed setup={setup} section={name} />
          {children}
        </div>
      )}
    </section>
  );
}
