import type { SeatedEdge, SeatedPin } from '../../../edgePins';
import { finding, type Finding, type Told } from '../../../findings';
import { andList, capital } from '../../../units';

const NO_PINS = 'Place at least two at one side and one at another, or set the part against something else.';

function allMeet({ pins }: SeatedEdge, told: Told): Finding[] {
  if (pins.length === 0)
    return [
      finding(told, 'locate/edge-pin-meets-nothing', 'stop', {
        says: 'No pins are placed along its edge.',
        numbers: {},
        because: 'The part is to be set against them.',
        remedy: NO_PINS,
      }),
    ];
  const missing = pins.filter((p) => !p.stands);
  if (missing.length === 0) return [];
  return [
    finding(told, 'locate/edge-pin-meets-nothing', 'stop', {
      says: `Nothing stands in front of the ${andList(missing.map((p) => p.name))}.`,
      numbers: { pins: missing.length },
      because: 'A pin that meets nothing does not locate.',
      remedy: 'Move it along its side, or make the pins higher.',
    }),
  ];
}

const MINUTES = (180 * 60) / Math.PI;
/** Turned by less it is not said, radians. */
const STRAIGHT = 1e-6;

/** Pins set for an edge that is not there yet push the part aside, by what is still to be cut off. */
function rightEdge({ pins, pushed }: SeatedEdge, told: Told): Finding[] {
  const { sizeWithUnit } = told.speech;
  const early = pins.filter((p) => p.intoMm !== 0);
  if (early.length === 0) return [];
  const most = Math.max(...early.map((p) => Math.abs(p.intoMm)));
  const says = `The ${andList(early.map((p) => p.name))} ${early.length === 1 ? 'is' : 'are'} set for the finished edge, and up to ${sizeWithUnit(most)} of stock still stand there.`;
  const numbers = { stockMm: most };
  const remedy = 'Set the pins for the edge as it is loaded.';
  if (!pushed?.touchesAll)
    return [
      finding(told, 'locate/pins-for-other-edge', 'stop', {
        says,
        numbers,
        because: 'Where the part would come to lie against them is not known.',
        remedy,
      }),
    ];
  const { move, turn } = pushed;
  const ways = [
    ...(Math.abs(move.x) > 0.0005 ? [`${sizeWithUnit(Math.abs(move.x))} to the ${move.x > 0 ? 'right' : 'left'}`] : []),
    ...(Math.abs(move.y) > 0.0005 ? [`${sizeWithUnit(Math.abs(move.y))} to the ${move.y > 0 ? 'rear' : 'front'}`] : []),
    ...(Math.abs(turn) > STRAIGHT
      ? [`turned by ${(Math.abs(turn) * MINUTES).toFixed(1)}′ ${turn > 0 ? 'counterclockwise' : 'clockwise'}`]
      : []),
  ];
  return [
    finding(told, 'locate/pins-for-other-edge', 'stop', {
      says: `${says} The part would lie ${andList(ways)} from where it is drawn.`,
      numbers: { ...numbers, xMm: move.x, yMm: move.y, turnRad: turn },
      because:
        'Every cut would be off by that: the first part comes out with stock left on one side and metal missing on the other.',
      remedy,
    }),
  ];
}

/** Two pins cannot stand in one place. */
function apart({ pins, radius }: SeatedEdge, told: Told): Finding[] {
  const close = pins.flatMap((a: SeatedPin, i) =>
    pins.slice(i + 1).flatMap((b) => {
      if (!a.stands || !b.stands) return [];
      const gap = Math.hypot(a.stands.center.x - b.stands.center.x, a.stands.center.y - b.stands.center.y) - 2 * radius;
      return gap < -1e-6 ? [{ a, b, gap }] : [];
    }),
  );
  const [worst] = close.sort((a, b) => a.gap - b.gap);
  if (!worst) return [];
  return [
    finding(told, 'locate/pins-in-each-other', 'stop', {
      says: `${capital(worst.a.name)} and ${worst.b.name} would stand ${told.speech.sizeWithUnit(-worst.gap)} in each other.`,
      numbers: { intoMm: -worst.gap },
      because: 'Only one of them can be set.',
      remedy: 'Move one along its side.',
    }),
  ];
}

/** Pins along the edge of a part: that each meets it, for the edge that is there, and beside the others. */
export const againstEdge = (edge: SeatedEdge, told: Told): Finding[] => [
  ...allMeet(edge, told),
  ...rightEdge(edge, told),
  ...apart(edge, told),
];
