import { create } from 'zustand';
import type { ReactNode } from 'react';
import type { Section as Of } from '@violet-jaw/core/findings';
import { FindingCount } from '../app/FindingCount';
import { usePlan } from '../store/planStore';

/** The sections of the worksheet, in the order of the work. */
export const SECTIONS = ['Setup', 'Seat', 'Hold', 'Zero', 'Tools & program', 'Prove'] as const;
export type SectionName = (typeof SECTIONS)[number];

/** Which section each finding belongs to. */
export const SECTION_OF: Readonly<Record<Of, SectionName>> = {
  part: 'Seat',
  blank: 'Seat',
  seat: 'Seat',
  hold: 'Hold',
  zero: 'Zero',
  prove: 'Prove',
  transition: 'Prove',
};

/** The one section that is open; it stays when another setup is chosen. null: all are closed. */
export const useOpenSection = create<{ open: SectionName | null; show: (section: SectionName | null) => void }>(
  (set) => ({ open: 'Seat', show: (open) => set({ open }) }),
);

/** One section of the worksheet: closed it says in a line what is decided, open it lets it be decided. */
export function Section({
  name,
  setupId,
  decided,
  children,
}: {
  name: SectionName;
  setupId: string;
  decided: string;
  children: ReactNode;
}) {
  const { open, show } = useOpenSection();
  const all = usePlan((s) => s.planned?.findings);
  const findings = (all ?? []).filter((f) => f.setupId === setupId && SECTION_OF[f.section] === name);
  const isOpen = open === name;
  return (
    <section aria-label={name} className={isOpen ? 'section open' : 'section'}>
      <h3>
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
          <FindingCount findings={findings} />
        </button>
      </h3>
      {isOpen && <div className="section-body">{children}</div>}
    </section>
  );
}
