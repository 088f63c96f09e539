import { aboutInWords, withMarks, type SheetRemark } from '../remarks';
import { VIEW_NAMES, VIEWS, type Scene, type ViewName } from '../scene';
import type { Entry, SheetSetup } from './types';

/** What the last part of a sheet is called. */
export const REMARKS_TITLE = 'Remarks and photos';

/** A setup of a sheet that says which remarks are about it, each marked where it points. */
export function withRemarks(setup: SheetSetup, all: readonly SheetRemark[]): SheetSetup {
  const own = all.filter((r) => r.op === setup.op);
  if (own.length === 0) return setup;
  const { scenes, says = [] } = setup;
  const marked = (views: Readonly<Record<ViewName, Scene>>) =>
    Object.fromEntries(VIEW_NAMES.map((v) => [v, withMarks(views[v], v, own)])) as Record<ViewName, Scene>;
  return {
    ...setup,
    says: [
      ...says,
      `Read ${own.map((r) => r.mark).join(', ')} on the last part of this sheet, \u201c${REMARKS_TITLE}\u201d.`,
    ],
    scenes: scenes && marked(scenes),
  };
}

/** What a sheet prints of remarks, as entries that are compared between issues. */
export const remarkEntries = (remarks: readonly SheetRemark[]): Entry[] =>
  remarks.map(({ op, mark, says, photo, file, place, made }) => ({
    place: aboutInWords(op),
    name: `${REMARK}${mark}`,
    text: [
      ...(photo ? ['photo'] : []),
      ...(file === null ? [] : [`file ${file}`]),
      ...(says === '' ? [] : [says]),
      ...(place ? [`${VIEWS[place.view].title.toLowerCase()} at ${place.at.map((v) => v.toFixed(1)).join(' ')}`] : []),
      made,
    ].join(', '),
    value: null,
  }));

const REMARK = 'remark ';
export const isOfRemark = ({ name }: Pick<Entry, 'name'>): boolean => name.startsWith(REMARK);
