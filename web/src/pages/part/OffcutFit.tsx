import { useEffect, useRef, useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { AXES, type Axis } from '@violet-jaw/core/frames';
import type { Fit, Ring } from '@violet-jaw/core/offcut';
import type { Offcut } from '@violet-jaw/core/shop';
import type { Scene } from '@violet-jaw/core/drawing';
import { useJob } from '../../app/JobLayout';
import { Drawing } from '../../drawing/Drawing';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';
import { proxy, searchInWorker, type Searching } from '../../worker/searchInWorker';

/** The other two axes, first to the right and second up. */
const FLAT: Record<Axis, readonly [Axis, Axis]> = { x: ['y', 'z'], y: ['x', 'z'], z: ['x', 'y'] };

/** A leftover piece from above, with what is placed in it. */
export function offcutScene(offcut: Offcut, placed: Ring | null, fits: boolean): Scene {
  return {
    title: `${offcut.name} from above`,
    shapes: [
      { kind: 'region', role: 'table', outlines: [offcut.outline] },
      ...offcut.holes.map((h) => ({ kind: 'region' as const, role: 'cut-face' as const, outlines: [h] })),
      ...(placed
        ? [{ kind: 'region' as const, role: fits ? ('part' as const) : ('unreached' as const), outlines: [placed] }]
        : []),
    ],
  };
}

interface Answer {
  readonly offcut: Offcut;
  readonly fit: Fit;
}

/** Does the blank come out of one of the leftover pieces? */
export function OffcutFit() {
  const { job, shop, speech } = useJob();
  const planned = usePlan((s) => s.planned);
  const [edgeMargin, setEdge] = useState(job.units === 'mm' ? 5 : 25.4 / 4);
  const [holeMargin, setHole] = useState(job.units === 'mm' ? 2 : 25.4 / 16);
  const [thick, setThick] = useState<Axis>('z');
  const [share, setShare] = useState<{ name: string; share: number } | null>(null);
  const [answers, setAnswers] = useState<Answer[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<Searching<Fit[] | null> | null>(null);
  useEffect(() => () => running.current?.cancel(), []);
  if (!planned) return null;
  const { size } = planned.blank;
  const thickEnough = shop.offcuts.filter((o) => o.thickness >= size[thick] - 1e-9);
  const [u, v] = FLAT[thick];

  const look = async () => {
    const pieces = thickEnough.map((o) => ({ outline: o.outline, holes: o.holes }));
    const rectangle: Ring = [
      [0, 0],
      [size[u], 0],
      [size[u], size[v]],
      [0, size[v]],
    ];
    setAnswers(null);
    setProblem(null);
    setShare({ name: thickEnough[0]?.name ?? '', share: 0 });
    running.current = searchInWorker((remote) =>
      remote.fit(
        { outline: rectangle },
        pieces,
        { edgeMargin, holeMargin },
        proxy((i: number, s: number) => setShare({ name: thickEnough[i].name, share: s })),
      ),
    );
    try {
      const found = await running.current.done;
      if (found)
        setAnswers(
          found
            .map((fit, i) => ({ offcut: thickEnough[i], fit }))
            .sort((a, b) => Number(b.fit.fits) - Number(a.fit.fits)),
        );
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    } finally {
      setShare(null);
    }
  };
  return (
    <section aria-label="Offcuts">
      <h3>Does it fit an offcut?</h3>
      {shop.offcuts.length === 0 ? (
        <p className="mb-0">The shop's list of offcuts is empty. Pieces are entered on the page Shop.</p>
      ) : (
        <>
          <Margins
            thick={thick}
            size={size}
            setThick={setThick}
            setAnswers={setAnswers}
            edgeMargin={edgeMargin}
            setEdge={setEdge}
            holeMargin={holeMargin}
            setHole={setHole}
          />
          <p className="mb-1">
            The blank needs{' '}
            <span className="number">
              {speech.size(size[u])} × {speech.size(size[v])}
            </span>
            , at least <span className="number">{speech.size(size[thick])}</span> thick. {thickEnough.length} of{' '}
            {shop.offcuts.length} pieces are thick enough.
          </p>
          {share ? (
            <div role="status">
              <div className="progress my-1" style={{ height: 8 }}>
                <div className="progress-bar" style={{ width: `${share.share * 100}%` }} />
              </div>
              trying {share.name}…{' '}
              <Button size="sm" variant="outline-primary" onClick={() => running.current?.cancel()}>
                Cancel
              </Button>
            </div>
          ) : (
            <Button
              size="sm"
              variant="outline-primary"
              disabled={thickEnough.length === 0}
              onClick={() => {
                void look();
              }}
            >
              Does it fit?
            </Button>
          )}
          {problem && (
            <div className="finding stop" role="alert">
              <span className="level">not answered</span>
              {problem}
            </div>
          )}
          {answers?.map(({ offcut, fit }) => (
            <AnswerLine key={offcut.id} offcut={offcut} fit={fit} />
          ))}
        </>
      )}
    </section>
  );
}

function AnswerLine({ offcut, fit }: Answer) {
  const { job, speech } = useJob();
  const placement = fit.fits ? fit.placement : fit.nearly;
  const other = offcut.material !== '' && job.material !== '' && offcut.material !== job.material;
  return (
    <div className="panel mt-1">
      <Table size="sm" borderless className="mb-0">
        <tbody>
          <tr>
            <td>
              <strong>
                {offcut.name}: {fit.fits ? 'fits' : 'does not fit'}
              </strong>
              {other && (
                <div className="finding caution">
                  <span className="level">caution</span>another material: {offcut.material}
                </div>
              )}
              {fit.fits ? (
                <div>
                  Lower left corner of the blank at{' '}
                  <span className="number">
                    X {speech.signed(placement!.by[0])} Y {speech.signed(placement!.by[1])}
                  </span>{' '}
                  of the piece
                  {Math.abs(fit.placement.degrees) < 1e-9 ? (
                    ', not turned'
                  ) : (
                    <>
                      , turned <span className="number">{fit.placement.degrees.toFixed(1)}°</span> counter-clockwise
                    </>
                  )}
                  .
                </div>
              ) : fit.smallerBy === null ? (
                <div>It is far too large.</div>
              ) : (
                <div>
                  It would fit if it were <span className="number">{speech.sizeWithUnit(fit.smallerBy)}</span> smaller
                  all round.
                </div>
              )}
              {offcut.note && <div className="field-hint">{offcut.note}</div>}
            </td>
            <td style={{ width: 230 }}>
              <Drawing
                scene={offcutScene(offcut, placement?.outline ?? null, fit.fits)}
                width={220}
                height={130}
                fontSize={10}
              />
            </td>
          </tr>
        </tbody>
      </Table>
    </div>
  );
}

/** How the blank lies in the piece, and what stays free around it. */
function Margins({
  thick,
  size,
  setThick,
  setAnswers,
  edgeMargin,
  setEdge,
  holeMargin,
  setHole,
}: {
  thick: Axis;
  size: Readonly<Record<Axis, number>>;
  setThick: (axis: Axis) => void;
  setAnswers: (answers: Answer[] | null) => void;
  edgeMargin: number;
  setEdge: (mm: number) => void;
  holeMargin: number;
  setHole: (mm: number) => void;
}) {
  const { speech, job } = useJob();
  return (
    <div className="fields">
      <ChoiceField
        label="Lies flat, thickness along"
        value={thick}
        choices={AXES.map((a) => ({ value: a, says: `${a.toUpperCase()} ${speech.size(size[a])}` }))}
        onCommit={(a) => {
          setThick(a);
          setAnswers(null);
        }}
      />
      <LengthField label="Free along the edge" mm={edgeMargin} units={job.units} min={0} max={500} onCommit={setEdge} />
      <LengthField
        label="Free around holes, knots"
        mm={holeMargin}
        units={job.units}
        min={0}
        max={500}
        onCommit={setHole}
      />
    </div>
  );
}
