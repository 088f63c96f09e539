import { vec, type Vec3 } from '../../frames';
import type { HoldIn } from '../../job';
import type { Vise } from '../../shop';
import { numberIn, type Decision } from '../decision';
import type { Drawn } from '../drawn';
import { fixedSide, pocketOf, restIn } from './seat';

const put = (
  get: (hold: HoldIn<'vise'>) => number | undefined,
  set: (hold: HoldIn<'vise'>, mm: number) => HoldIn<'vise'>,
) => numberIn('vise', get, set);

/** What is decided in a vise by moving it: stop or wall of the pocket, parallels, depth of the pocket, pieces. */
export function viseDecisions(vise: Vise, drawn: Drawn<'vise'>): Decision[] {
  const { hold } = drawn.setup;
  const box = drawn.facts.seat.loadedBox;
  const pocket = pocketOf(drawn.setup);
  const rest = restIn(vise, drawn.setup);
  const parallels: Decision = {
    id: 'parallels',
    item: 'parallels',
    thing: 'parallels',
    name: 'Parallels, height',
    axis: 'z',
    mm: hold.parallels.height,
    from: 0,
    way: 1,
    at: vec(box.min.x, (box.min.y + box.max.y) / 2, hold.parallels.height),
    least: 0,
    most: 1000,
    signed: false,
    snaps: [{ mm: Math.max(0, vise.jawHeight - vise.minimumGrip), says: 'grip as the vise wants it' }],
    measures: 'parallels',
    ...put(
      (h) => h.parallels.height,
      (h, mm) => ({ ...h, parallels: { height: mm } }),
    ),
  };
  const floor: Decision | null = pocket && {
    id: 'pocket-depth',
    item: 'pocket',
    thing: 'floor of the pocket',
    name: 'Pocket depth',
    axis: 'z',
    mm: hold.softJaws.depth,
    from: vise.jawHeight,
    way: -1,
    at: vec(box.max.x, 0, vise.jawHeight - hold.softJaws.depth),
    least: 0,
    most: 500,
    signed: false,
    snaps: [],
    measures: '',
    ...put(
      (h) => h.softJaws.depth,
      (h, mm) => ({ ...h, softJaws: { ...h.softJaws, depth: mm } }),
    ),
  };
  const carries = rest.name === 'parallels' || rest.name === 'bed';
  return [...stopDecisions(vise, drawn), ...(carries ? [parallels] : []), ...(floor ? [floor] : []), ...pieces(drawn)];
}

/** The stop along the jaws, up and away from the fixed jaw; of a pocket only where its wall stands. */
function stopDecisions(vise: Vise, drawn: Drawn<'vise'>): Decision[] {
  const { stop } = drawn.setup.hold;
  const { loadedBox: box, x: touched } = drawn.facts.seat;
  const pocket = pocketOf(drawn.setup) !== null;
  const s = fixedSide(vise);
  const outwards = stop.side === 'left' ? -1 : 1;
  // what the part is moved by when the stop is
  const toMiddle = vise.jawWidth / 2 - (box.min.x + box.max.x) / 2;
  const base = {
    item: 'stop',
    thing: pocket ? 'wall of the pocket' : 'stop',
    signed: false,
    snaps: [],
    measures: '',
    least: 0,
  };
  const y = pocket ? box.min.y : -s * stop.fromJaw;
  const at = vec(stop.position + (pocket ? 0 : outwards * 9), y, pocket ? box.min.z : stop.height);
  const along: Decision = {
    ...base,
    id: 'stop',
    name: pocket ? 'Pocket wall X, from left jaw end' : 'Stop X, from left jaw end',
    axis: 'x',
    mm: stop.position,
    from: at.x - stop.position,
    way: 1,
    at,
    least: -5000,
    most: 5000,
    signed: true,
    snaps: [
      { mm: stop.side === 'left' ? 0 : vise.jawWidth, says: 'level with the jaw end' },
      ...(touched.touches ? [{ mm: stop.position + toMiddle, says: 'part in the middle of the jaws' }] : []),
    ],
    measures: pocket ? 'pocket wall' : 'stop',
    ...put(
      (h) => h.stop.position,
      (h, mm) => ({ ...h, stop: { ...h.stop, position: mm } }),
    ),
  };
  return pocket ? [along] : [along, ...stopAside(vise, drawn, at)];
}

/** How high the rod of the stop stands, and how far from the fixed jaw. */
function stopAside(vise: Vise, drawn: Drawn<'vise'>, at: Vec3): Decision[] {
  const { stop } = drawn.setup.hold;
  const { loadedBox: box } = drawn.facts.seat;
  const s = fixedSide(vise);
  const base = { item: 'stop', thing: 'stop', signed: false, snaps: [], measures: '', least: 0 };
  return [
    {
      ...base,
      id: 'stop-height',
      name: 'Stop Z, above bed',
      axis: 'z',
      mm: stop.height,
      from: 0,
      way: 1,
      at,
      most: 1000,
      ...put(
        (h) => h.stop.height,
        (h, mm) => ({ ...h, stop: { ...h.stop, height: mm } }),
      ),
    },
    {
      ...base,
      id: 'stop-from-jaw',
      name: 'Stop, in front of fixed jaw',
      axis: 'y',
      mm: stop.fromJaw,
      from: 0,
      way: s > 0 ? -1 : 1,
      at,
      most: 5000,
      snaps: [{ mm: (s > 0 ? -1 : 1) * ((box.min.y + box.max.y) / 2), says: 'middle of the part' }],
      ...put(
        (h) => h.stop.fromJaw,
        (h, mm) => ({ ...h, stop: { ...h.stop, fromJaw: mm } }),
      ),
    },
  ];
}

/** Further pieces, along the jaws. */
const pieces = ({ setup, pieces: all }: Drawn<'vise'>): Decision[] =>
  setup.hold.further.flatMap((piece, i): Decision[] => {
    const box = all[i]?.facts.seat.loadedBox;
    if (!box) return [];
    return [
      {
        id: `piece-${piece.id}-x`,
        item: `piece-${piece.id}`,
        thing: `piece ${i + 2}`,
        name: `Piece ${i + 2}, from piece 1 in X`,
        axis: 'x',
        mm: piece.x,
        from: (box.min.x + box.max.x) / 2 - piece.x,
        way: 1,
        at: vec((box.min.x + box.max.x) / 2, (box.min.y + box.max.y) / 2, box.max.z),
        least: -5000,
        most: 5000,
        signed: true,
        snaps: [],
        measures: '',
        ...put(
          (h) => h.further.find((p) => p.id === piece.id)?.x,
          (h, mm) => ({ ...h, further: h.further.map((p) => (p.id === piece.id ? { ...p, x: mm } : p)) }),
        ),
      },
    ];
  });
