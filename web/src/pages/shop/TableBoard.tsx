import { useMemo, useRef, useState } from 'react';
import { layoutScene, stationPlace, tableScene, type Point } from '@violet-jaw/core/drawing';
import type { Device, Machine, Station } from '@violet-jaw/core/shop';
import { formatSigned, unitName, type Units } from '@violet-jaw/core/units';
import { PageView } from '../../drawing/Drawing';
import { useSize } from '../../drawing/useSize';
import { SaveDrawing } from '../../drawing/SaveDrawing';
import { useReadOnly } from '../../fields/field';

const [MOST_WIDE, HEIGHT] = [640, 340];

/** As far as an arrow key moves: plain, with Shift, with Alt, mm. */
const stepOf = (e: React.KeyboardEvent) => (e.shiftKey ? 0.1 : e.altKey ? 10 : 1);
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Where a station that is not measured can be put: on the table. */
function onTable({ table }: Machine, [x, y]: Point): { x: number; y: number } {
  const within = (v: number, { min, max }: { min: number; max: number }) => Math.min(max, Math.max(min, v));
  return { x: within(x, table.x), y: within(y, table.y) };
}

/**
 * The table of a machine with what stands on it. Stations that are not measured are dragged to where they stand: that
 * is for the picture. One that is measured stands where it was measured; a drag must not change that number.
 */
export function TableBoard({
  machine,
  devices,
  units,
  onChange,
}: {
  machine: Machine;
  devices: readonly Device[];
  units: Units;
  onChange: (stations: Station[]) => void;
}) {
  const readOnly = useReadOnly();
  const box = useRef<HTMLDivElement>(null);
  const [room, roomWide] = useSize<HTMLDivElement>([MOST_WIDE, HEIGHT]);
  const width = Math.min(MOST_WIDE, roomWide);
  const [held, setHeld] = useState<{ readonly id: string; readonly at: { x: number; y: number } } | null>(null);
  const loose = machine.stations.filter((s) => s.position === null);
  const middle = {
    x: (machine.table.x.min + machine.table.x.max) / 2,
    y: (machine.table.y.min + machine.table.y.max) / 2,
  };
  const placeOf = (s: Station) => (held?.id === s.id ? held.at : (s.roughly ?? null));
  const page = useMemo(() => {
    const moved = machine.stations.map((s) => (held?.id === s.id ? { ...s, roughly: held.at } : s));
    return layoutScene(tableScene({ ...machine, stations: moved }, devices), {
      ...{ width, height: HEIGHT, fontSize: 13, hatchSpacing: 7, markSize: 7.5 },
    });
  }, [machine, devices, held, width]);
  const put = (id: string, at: { x: number; y: number }) =>
    onChange(machine.stations.map((s) => (s.id === id ? { ...s, roughly: at } : s)));
  const under = (e: React.PointerEvent): { x: number; y: number } => {
    const { left, top } = box.current!.getBoundingClientRect();
    const zero = page.toPage([0, 0]);
    return onTable(machine, [(e.clientX - left - zero[0]) / page.scale, -(e.clientY - top - zero[1]) / page.scale]);
  };
  return (
    <div ref={room}>
      <div ref={box} className="table-board" style={{ width, height: HEIGHT }}>
        <PageView page={page} title={`Table of ${machine.name} from above`} />
        {!readOnly &&
          loose.map((s) => {
            const place = placeOf(s);
            if (!place) return null;
            const [left, top] = page.toPage([place.x, place.y]);
            return (
              <button
                key={s.id}
                type="button"
                className="station-grip"
                style={{ left, top }}
                aria-label={`Station ${s.name}, drawn at X ${formatSigned(place.x, units)} Y ${formatSigned(place.y, units)} ${unitName(units)}; arrows move it`}
                onPointerDown={(e) => {
                  e.currentTarget.setPointerCapture(e.pointerId);
                  setHeld({ id: s.id, at: place });
                }}
                onPointerMove={(e) => {
                  if (held?.id === s.id) setHeld({ id: s.id, at: under(e) });
                }}
                onPointerUp={() => {
                  if (held?.id === s.id && (held.at.x !== place.x || held.at !== s.roughly)) put(s.id, held.at);
                  setHeld(null);
                }}
                onPointerCancel={() => setHeld(null)}
                onKeyDown={(e) => {
                  const way = ARROWS[e.key] as readonly [number, number] | undefined;
                  if (e.key === 'Escape') setHeld(null);
                  if (!way) return;
                  e.preventDefault();
                  put(s.id, onTable(machine, [place.x + way[0] * stepOf(e), place.y + way[1] * stepOf(e)]));
                }}
              />
            );
          })}
        {held && (
          <div className="beside-pointer" role="status" style={{ left: 8, top: 8 }}>
            X {formatSigned(held.at.x, units)} Y {formatSigned(held.at.y, units)} {unitName(units)}, roughly
          </div>
        )}
      </div>
      <SaveDrawing id="save-drawing" scenes={[tableScene(machine, devices)]} units={units} />{' '}
      {!readOnly &&
        loose
          .filter((s) => !stationPlace(s))
          .map((s) => (
            <button
              key={s.id}
              type="button"
              className="btn btn-sm btn-outline-primary me-2"
              onClick={() => put(s.id, middle)}
            >
              Draw station {s.name}
            </button>
          ))}
      {loose.length > 0 && (
        <p className="quiet mb-0">
          A station that is not measured can be dragged to where it stands, for the picture only: no number comes from
          it.
        </p>
      )}
    </div>
  );
}
