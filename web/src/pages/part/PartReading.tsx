import type { PlannedJob } from '@violet-jaw/core/plan';
import { Button, Form } from 'react-bootstrap';
import { type SectionPlane } from '@violet-jaw/core/drawing';
import { AXES } from '@violet-jaw/core/frames';
import { featureFacts, measureBetween, type MeasureEnd } from '@violet-jaw/core/part';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { useFeatures } from '../../app/useFeatures';

/** A point and its name under the pointer. */
export type End = MeasureEnd & { readonly key: string };

/** Where a cutting plane is dragged to, within the part; null: the pointer is not on its line. */
export function Reading({
  mode,
  measured,
  ends,
  under,
}: {
  mode: 'pick' | 'measure';
  measured: ReturnType<typeof measureBetween>;
  ends: readonly End[];
  under: ReturnType<ReturnType<typeof useFeatures>['byId']>;
}) {
  const { speech } = useJob();
  return (
    <p className="mb-1 reading" role="status">
      {mode === 'measure' ? (
        measured ? (
          <strong className="number">{measured.says}</strong>
        ) : ends.length === 2 ? (
          'No single distance: these do not lie parallel.'
        ) : (
          `Measure: pick ${ends.length === 0 ? 'a face, a bore or a corner, here or in the list' : 'the second one'}.`
        )
      ) : under ? (
        <>
          <strong>{under.name}</strong> <span className="number">{featureFacts(under.feature, speech)}</span>
        </>
      ) : (
        <span className="quiet">Point at a face or bore for its size; click to choose it.</span>
      )}
    </p>
  );
}

export function BoardTools({
  mode,
  setMode,
  setEnds,
  onChoose,
  section,
  openSection,
  planned,
  setSection,
  inSpace,
  setInSpace,
}: {
  mode: 'pick' | 'measure';
  setMode: (mode: 'pick' | 'measure') => void;
  setEnds: (ends: readonly End[]) => void;
  onChoose: (featureId: string | null) => void;
  section: SectionPlane | null;
  openSection: (axis: string) => void;
  planned: PlannedJob;
  setSection: (section: SectionPlane) => void;
  inSpace: boolean;
  setInSpace: (inSpace: boolean) => void;
}) {
  const { job } = useJob();
  return (
    <>
      <Button
        size="sm"
        variant={mode === 'measure' ? 'primary' : 'outline-primary'}
        aria-pressed={mode === 'measure'}
        onClick={() => {
          setMode(mode === 'measure' ? 'pick' : 'measure');
          setEnds([]);
          onChoose(null);
        }}
      >
        Measure
      </Button>
      <Form.Select
        size="sm"
        aria-label="Cut open"
        style={{ width: 'auto' }}
        value={section?.axis ?? ''}
        onChange={(e) => openSection(e.target.value)}
      >
        <option value="">not cut open</option>
        {AXES.map((a) => (
          <option key={a} value={a}>
            cut open across {a.toUpperCase()}
          </option>
        ))}
      </Form.Select>
      {section && (
        <LengthField
          hideLabel
          label={`Cut at ${section.axis.toUpperCase()}`}
          mm={section.at}
          units={job.units}
          signed
          min={planned.part.box.min[section.axis]}
          max={planned.part.box.max[section.axis]}
          onCommit={(at) => setSection({ ...section, at })}
        />
      )}
      <Button
        size="sm"
        variant={inSpace ? 'primary' : 'outline-primary'}
        aria-pressed={inSpace}
        onClick={() => setInSpace(!inSpace)}
      >
        In space
      </Button>
    </>
  );
}
