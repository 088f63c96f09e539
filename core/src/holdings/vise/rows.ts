import { capital, unitName } from '../../units';
import type { RowsOf } from '../types';
import { pocketOf, restIn } from './seat';

/** Parallels, stop or pocket with what they are counted from, then the figures of the hold. */
export function viseRows({ device, setup, facts: { seat, hold, prove }, speech }: RowsOf<'vise'>) {
  const unit = unitName(speech.units);
  const rest = restIn(device, setup);
  const carries = seat.standsBelow ? ', carry nothing' : '';
  return {
    device: 'Vise',
    rows: [
      { label: rest.height === 0 ? 'Parallels' : capital(rest.name), value: rest.height === 0 ? 'none, on the bed' : `${speech.size(rest.height)} ${unit}${carries}` },
      ...(pocketOf(setup) ? [
        { label: `Pocket wall, ${setup.stop.side}`, value: `X ${speech.signed(setup.stop.position)} ${unit}` }, { label: 'Pocket', value: `${speech.size(setup.closing.softJaws.depth)} deep, ledge ${speech.size(setup.closing.softJaws.ledge)}, fit ${speech.size(setup.closing.softJaws.fit)}` },
      ] : [{ label: `Stop, ${setup.stop.side}`, value: `X ${speech.signed(setup.stop.position)}  Y ${speech.signed(device.fixedJaw === 'front' ? setup.stop.fromJaw : -setup.stop.fromJaw)}  Z ${speech.signed(setup.stop.height)}` }]),
      { label: 'counted from', value: 'left jaw end, fixed jaw, bed' },
      ...hold.figures.map(({ label, value }) => ({ label, value })),
      { label: 'Jaws to lowest cut', value: `Z ${speech.signed(prove.aboveTop)} ${unit}` },
    ],
  };
}
