import { type Allowance, type Blank } from '@violet-jaw/core/job';
import { useState } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import {
  allowanceOn,
  isBoxKind,
  stateOf,
  withAllowance,
  withState,
  withStock,
  type StockFit,
} from '@violet-jaw/core/blank';
import { AXES, DIRECTIONS, axisOf, type Direction } from '@violet-jaw/core/frames';
import { PART_SIDE } from '@violet-jaw/core/part';
import { PART_FILE_ENDINGS } from '@violet-jaw/formats/part/kind.ts';
import { WithCsv } from '../../app/WithCsv';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { ChoiceField } from '../../fields/TextField';
import { askWorker } from '../../store/planStore';
import { FilmRow } from './FilmRow';
import { PartReader } from '../jobs/PartReader';
import type { PartChoice } from '../jobs/partFile';

const STATES = [
  { value: 'raw', says: 'raw' },
  { value: 'sawn', says: 'sawn' },
  { value: 'finished', says: 'already finished' },
] as const;

export function StockName({ id }: { id: string }) {
  const { shop } = useJob();
  const stock = shop.stock.find((s) => s.id === id);
  return stock ? (
    <>
      {' '}
      · from <strong>{stock.name}</strong>
    </>
  ) : null;
}

export function OwnSolid() {
  const { job, change } = useJob();
  const [file, setFile] = useState<File | null>(null);
  const [choice, setChoice] = useState<PartChoice | null>(null);
  const close = () => {
    setFile(null);
    setChoice(null);
  };
  return (
    <div className="mb-1">
      {job.blank.solid && (
        <p className="mb-1">
          From <strong>{job.blank.solid.file}</strong>, in the part's coordinates.
        </p>
      )}
      {file ? (
        <>
          <PartReader file={file} units={job.units} onChoice={setChoice} onCancel={close} />
          <Button
            size="sm"
            disabled={!choice}
            onClick={() => {
              if (choice) change((j) => ({ blank: { ...j.blank, solid: choice.source, stock: null } }));
              close();
            }}
          >
            Use this body as the blank
          </Button>{' '}
          <Button size="sm" variant="outline-primary" onClick={close}>
            Leave the blank as it is
          </Button>
        </>
      ) : (
        <Form.Group controlId="blank-file">
          <Form.Label>
            {job.blank.solid ? 'Read another file for the blank' : 'The casting or blank as a file'}
          </Form.Label>
          <Form.Control
            size="sm"
            type="file"
            accept={PART_FILE_ENDINGS}
            onChange={(e) => setFile((e.target as HTMLInputElement).files?.[0] ?? null)}
          />
        </Form.Group>
      )}
    </div>
  );
}

/** Nearest sizes up from the shop's stock list. */
export function FromStock() {
  const { job, shop, speech, change } = useJob();
  const [clean, setClean] = useState(job.units === 'mm' ? 1 : 25.4 / 32);
  const [fits, setFits] = useState<StockFit[] | null>(null);
  const look = async () =>
    setFits(((await askWorker((worker) => worker.stockFits(job, shop, clean))) as StockFit[] | null) ?? []);
  const take = (fit: StockFit) => {
    const sawn = (d: (typeof DIRECTIONS)[number]) =>
      fit.sawn.includes(axisOf(d)) ? ('sawn' as const) : ('raw' as const);
    const sides = DIRECTIONS.reduce<Blank>((b, d) => withState(b, d, sawn(d)), {
      ...job.blank,
      ...fit.blank,
      solid: null,
      stock: fit.stock.id,
    });
    change({ blank: sides, allowance: fit.allowance });
    setFits(null);
  };
  return (
    <>
      <div className="d-flex gap-2 align-items-end">
        <div style={{ width: '8.2rem' }}>
          <LengthField
            label="At least on each side"
            mm={clean}
            units={job.units}
            min={0}
            max={500}
            onCommit={setClean}
          />
        </div>
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => {
            void look();
          }}
        >
          Nearest size up from stock
        </Button>
      </div>
      {fits?.length === 0 && (
        <p className="mb-0">
          Nothing on the stock list of {job.material || 'any material'} is large enough. The list is on the page Shop.
        </p>
      )}
      {fits && fits.length > 0 && (
        <WithCsv name="Stock that is large enough">
          <Table size="sm" className="mt-1">
            <thead>
              <tr>
                <th>Stock</th>
                <th className="number">Piece</th>
                <th className="number">Volume</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {fits.slice(0, 6).map((f) => (
                <tr key={`${f.stock.id} ${f.blank.along} ${f.sawn.join()}`}>
                  <td>
                    {f.stock.name}
                    <div className="field-hint">sawn to {f.sawn.map((a) => a.toUpperCase()).join(' and ')}</div>
                  </td>
                  <td className="number">{AXES.map((a) => speech.size(f.size[a])).join(' × ')}</td>
                  <td className="number">{speech.volume(f.volumeMm3)}</td>
                  <td>
                    <Button size="sm" variant="outline-primary" onClick={() => take(f)}>
                      Take
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </WithCsv>
      )}
    </>
  );
}

/** What can be typed of every side at once: shown where it is the same already. */
function AllSides({ sides, allowance }: { sides: readonly Direction[]; allowance: Allowance }) {
  const { job, change } = useJob();
  if (sides.length < 2) return null;
  const [first, ...others] = sides.map((d) => allowanceOn(allowance, d));
  return (
    <tr>
      <td className="text-nowrap">all sides</td>
      <td className="number">
        <OptionalLengthField
          label="the same on all sides"
          mm={others.every((mm) => mm === first) ? first : null}
          units={job.units}
          max={1000}
          onCommit={(mm) => {
            if (mm !== null)
              change((j) =>
                withStock(
                  j,
                  sides.reduce((all, d) => withAllowance(all, d, mm), j.allowance),
                ),
              );
          }}
        />
      </td>
      <td className="quiet">the same</td>
    </tr>
  );
}

export function Sides({
  blank,
  isBar,
  allowance,
  stockOn,
}: {
  blank: Blank;
  isBar: boolean;
  allowance: Allowance;
  stockOn: Allowance;
}) {
  const { job, change, speech } = useJob();
  const isTyped = (d: Direction) => isBoxKind(blank.kind) || (isBar && axisOf(d) === blank.along);
  return (
    <Table size="sm" className="sides">
      <thead>
        <tr>
          <th>Side</th>
          <th className="number">Stock on it</th>
          <th>comes</th>
        </tr>
      </thead>
      <tbody>
        <AllSides sides={DIRECTIONS.filter(isTyped)} allowance={allowance} />
        {DIRECTIONS.map((d) => {
          const typed = isTyped(d);
          return (
            <tr key={d}>
              <td className="text-nowrap">
                {PART_SIDE[d]} <span className="quiet">{d.toUpperCase()}</span>
              </td>
              <td className="number">
                {typed ? (
                  <LengthField
                    hideLabel
                    label={`${PART_SIDE[d]} ${d.toUpperCase()}`}
                    mm={allowanceOn(allowance, d)}
                    units={job.units}
                    min={-1000}
                    max={1000}
                    onCommit={(mm) => change((j) => withStock(j, withAllowance(j.allowance, d, mm)))}
                  />
                ) : (
                  speech.size(allowanceOn(stockOn, d))
                )}
              </td>
              <td>
                <ChoiceField
                  hideLabel
                  label={`${PART_SIDE[d]} comes`}
                  value={stateOf(blank, d)}
                  choices={STATES}
                  onCommit={(state) => change((j) => ({ blank: withState(j.blank, d, state) }))}
                />
              </td>
            </tr>
          );
        })}
        <tr>
          <td className="text-nowrap">its sizes, ±</td>
          <td className="number">
            <OptionalLengthField
              label="± of the blank's sizes"
              mm={blank.plusMinus}
              units={job.units}
              max={100}
              onCommit={(plusMinus) => change((j) => ({ blank: { ...j.blank, plusMinus } }))}
            />
          </td>
          <td className="quiet">as it comes</td>
        </tr>
        {(blank.kind === 'plate' || blank.kind === 'sheet') && <FilmRow blank={blank} />}
      </tbody>
    </Table>
  );
}
