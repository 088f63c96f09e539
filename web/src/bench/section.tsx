import type { Setup } from '@violet-jaw/core/job';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { FindingList } from '../app/FindingList';
import { useJob } from '../app/JobLayout';
import { LengthField, type LengthFieldProps } from '../fields/LengthField';
import { TextField } from '../fields/TextField';
import { usePlan } from '../store/planStore';

/** What every section of the worksheet is given. */
export interface SectionProps {
  readonly setup: Setup;
  readonly planned: PlannedSetup | undefined;
  readonly edit: (change: (setup: Setup) => Setup) => void;
  readonly onLook: (measured: string | null) => void;
}

/** What the checks say of one section of a setup. */
export function SectionFindings({ id, section }: { id: string; section: string }) {
  const findings = usePlan((s) => s.planned?.findings);
  return <FindingList findings={(findings ?? []).filter((f) => f.setupId === id && f.section === section)} />;
}

export function Why({ setup, edit, of }: SectionProps & { of: keyof Setup['why'] }) {
  return (
    <TextField
      className="mt-2"
      label="Why"
      value={setup.why[of]}
      maxLength={4000}
      placeholder="the reason, for whoever reads this later"
      onCommit={(text) => edit((s) => ({ ...s, why: { ...s.why, [of]: text } }))}
    />
  );
}

/** A length field, and what it sets. `looks`: what lights up in the drawing meanwhile */
export type LengthOf<T> = Omit<LengthFieldProps, 'units' | 'onCommit' | 'onKeepWhy' | 'onLook'> & {
  readonly set: (of: T, mm: number) => T;
  readonly looks?: string;
};

/** Makes length fields that set something of the setup; what was typed can be kept as the why of a section. */
export function useLength(props: SectionProps, why: keyof Setup['why']) {
  const { job } = useJob();
  return (field: LengthOf<Setup>) => {
    const { set, looks, ...rest } = field;
    return (
      <LengthField
        {...rest}
        units={job.units}
        onCommit={(mm) => props.edit((s) => set(s, mm))}
        onLook={looks ? (on) => props.onLook(on ? looks : null) : undefined}
        onKeepWhy={(typed) =>
          props.edit((s) => ({
            ...s,
            why: { ...s.why, [why]: [s.why[why], `${field.label.toLowerCase()} ${typed}`].filter(Boolean).join('; ') },
          }))
        }
      />
    );
  };
}
