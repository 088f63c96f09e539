import type { HoldIn } from '../../job';
import { lowestThere } from '../../prove';
import { capital, unitName } from '../../units';
import type { HoldEntry, RowsOf } from '../types';
import { pocketOf, restIn } from './seat';

/** Parallels, stop or pocket with what they are counted from, then the figures of the hold. */
export function viseRows({ device, setup, facts: { seat, hold, prove }, speech }: RowsOf<'vise'>) {
  const unit = unitName(speech.units);
  const rest = restIn(device, setup);
  const carries = seat.standsBelow ? ', carry nothing' : '';
  return {
    device: 'Vise',
    rows: [
      {
        label: rest.height === 0 ? 'Parallels' : capital(rest.name),
        value: rest.height === 0 ? 'none, on the bed' : `${speech.size(rest.height)} ${unit}${carries}`,
      },
      ...(pocketOf(setup)
        ? [
            {
              label: `Pocket wall, ${setup.hold.stop.side}`,
              value: `X ${speech.signed(setup.hold.stop.position)} ${unit}`,
            },
            {
              label: 'Pocket',
              value: `${speech.size(setup.hold.softJaws.depth)} deep, ledge ${speech.size(setup.hold.softJaws.ledge)}, fit ${speech.size(setup.hold.softJaws.fit)}`,
            },
          ]
        : [
            {
              label: `Stop, ${setup.hold.stop.side}`,
              value: `X ${speech.signed(setup.hold.stop.position)}  Y ${speech.signed(device.fixedJaw === 'front' ? setup.hold.stop.fromJaw : -setup.hold.stop.fromJaw)}  Z ${speech.signed(setup.hold.stop.height)}`,
            },
          ]),
      { label: 'counted from', value: 'left jaw end, fixed jaw, bed' },
      ...hold.figures.map(({ label, value }) => ({ label, value })),
      {
        label: `Jaws to ${lowestThere(prove.cuts, hold.top.z + (prove.aboveTop ?? 0))}`,
        value: prove.aboveTop === null ? 'no cut beside the part' : `Z ${speech.signed(prove.aboveTop)} ${unit}`,
      },
    ],
  };
}

/** What of a vise's choices two issues are compared by. */
export function viseEntries({ parallels, stop, softJaws }: HoldIn<'vise'>): HoldEntry[] {
  const pocket = softJaws.on
    ? (['depth', 'ledge', 'fit', 'cutter'] as const).map((k) => ({ name: `pocket ${k}`, sizeMm: softJaws[k] }))
    : [];
  return [
    { name: 'parallels', sizeMm: parallels.height },
    { name: 'stop side', says: stop.side },
    { name: 'stop position', atMm: stop.position },
    { name: 'stop height', sizeMm: stop.height },
    { name: 'stop from jaw', sizeMm: stop.fromJaw },
    ...pocket,
  ];
}
