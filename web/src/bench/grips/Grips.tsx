import type { Primitive } from '@violet-jaw/core/drawing';
import type { Speech } from '@violet-jaw/core/units';
import { viewAt, type ShownBoard } from '../../drawing/BoardView';
import { movedPoint, type Grip, type Moved } from './placed';
import { isHeld, type Hands } from './useGrips';

const told = <S,>(d: Grip<S>['decisions'][number], mm: number, speech: Speech) =>
  `${d.name} ${d.signed ? speech.signed(mm) : speech.size(mm)}`;

/** What a grip says: names and numbers. */
export const gripSays = <S,>(grip: Grip<S>, speech: Speech): string =>
  grip.decisions.map((d) => told(d, d.mm, speech)).join('; ');

/** The live numbers of what is moved, with what they are drawn to. */
export const movedSays = <S,>(moved: readonly Moved<S>[], speech: Speech): string =>
  moved
    .map(({ decision: d, mm, says }) => {
      const number = d.signed ? speech.signed(mm) : speech.size(mm);
      return `${d.axis.toUpperCase()} ${number}${says ? ` ${says}` : ''}`;
    })
    .join(', ');

/** What can be taken hold of, over the drawing: dragged, nudged by arrow keys, and Enter asks for the number. */
export function Grips<S>({
  zoom,
  grips,
  speech,
  ...hands
}: { zoom: number; grips: readonly Grip<S>[]; speech: Speech } & Hands<S>) {
  const { moving, onDown, onMove, onUp, onKey } = hands;
  return (
    <>
      {grips.map((grip) => {
        const mine = moving && isHeld(moving.held, grip) ? moving.moved : null;
        const [x, y] = mine ? grip.view.place(movedPoint(mine)) : grip.at;
        const says = mine ? movedSays(mine, speech) : gripSays(grip, speech);
        return (
          <g
            key={`${grip.view.view} ${grip.item}`}
            className={`bench-grip${mine ? ' moving' : ''}`}
            role="slider"
            tabIndex={0}
            aria-label={`Move the ${grip.decisions[0].thing}, seen ${grip.view.title.toLowerCase()}`}
            aria-valuenow={mine?.[0].mm ?? grip.decisions[0].mm}
            aria-valuetext={says}
            data-item={grip.item}
            data-view={grip.view.view}
            transform={`translate(${x} ${y}) scale(${1 / zoom})`}
            onPointerDown={onDown(grip)}
            onPointerMove={onMove}
            onPointerUp={onUp}
            onKeyDown={onKey(grip)}
          >
            <title>{`${says}. Drag it, or use the arrow keys; Enter types it.`}</title>
            <circle r={11} className="grip-reach" />
            <circle r={5} className="grip-dot" />
          </g>
        );
      })}
    </>
  );
}

/** Numbers of the drawing that are decisions: pressing one asks for it where it stands. */
export function TypedDimensions<S>({
  shown: { board },
  grips,
  onAsk,
}: {
  shown: ShownBoard;
  grips: readonly Grip<S>[];
  onAsk: (grip: Grip<S>) => void;
}) {
  const texts = board.primitives.flatMap((p) => {
    const at = p.kind === 'text' && p.role === 'number' && p.measures ? gripFor(p, board, grips) : null;
    return at && p.kind === 'text' ? [{ p, grip: at }] : [];
  });
  return (
    <>
      {texts.map(({ p, grip }) => {
        const width = p.text.length * p.size * 0.62 + 8;
        const x =
          p.anchor === 'middle' ? p.at[0] - width / 2 : p.anchor === 'start' ? p.at[0] - 4 : p.at[0] - width + 4;
        return (
          <rect
            key={`${grip.view.view} ${p.measures} ${p.text}`}
            className="typed-dimension"
            x={x}
            y={p.at[1] - p.size}
            width={width}
            height={p.size * 1.35}
            data-measures={p.measures}
            onPointerDown={(e) => e.stopPropagation()}
            onClick={() => onAsk(grip)}
          >
            <title>{`Type: ${grip.decisions.map((d) => d.name).join(', ')}`}</title>
          </rect>
        );
      })}
    </>
  );
}

/** The grip whose decision a dimension shows, in the view the number stands in. */
function gripFor<S>(
  p: Extract<Primitive, { kind: 'text' }>,
  board: ShownBoard['board'],
  grips: readonly Grip<S>[],
): Grip<S> | null {
  const view = viewAt(board, p.at);
  return grips.find((g) => g.view.view === view?.view && g.decisions.some((d) => d.measures === p.measures)) ?? null;
}
