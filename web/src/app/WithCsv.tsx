import { useRef } from 'react';
import { Button } from 'react-bootstrap';
import { downloadText } from './download';

/** What stands in a cell: what was typed, what was chosen, or its words. */
function textOf(cell: HTMLTableCellElement): string {
  const field = cell.querySelector<HTMLInputElement | HTMLTextAreaElement>('input:not([type=checkbox]), textarea');
  if (field) return field.value;
  const choice = cell.querySelector('select');
  if (choice) return choice.selectedOptions.item(0)?.text ?? '';
  const copy = cell.cloneNode(true) as HTMLElement;
  // a name that is pressed to see more of it is a name
  copy.querySelectorAll('button:not(.btn-link), svg, .visually-hidden').forEach((e) => e.remove());
  // what stands on a line of its own is apart from what stands before it
  copy.querySelectorAll('div').forEach((e) => e.prepend(' '));
  return (copy.textContent ?? '').replace(/\s+/g, ' ').trim();
}

/** Rows of a table as it is shown; a cell over several columns fills the first of them. */
function rowsOf(table: HTMLTableElement): string[][] {
  return [...table.rows].map((row) =>
    [...row.cells].flatMap((cell) => [textOf(cell), ...Array.from({ length: cell.colSpan - 1 }, () => '')]),
  );
}

/**
 * A table that can be saved as CSV: exactly what is shown, in the unit it is shown in.
 * @param onHeading the button stands at the end of the heading it begins with and takes no room of its own
 */
export function WithCsv({
  name,
  onHeading = false,
  children,
}: {
  name: string;
  onHeading?: boolean;
  children: React.ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const save = async () => {
    const table = box.current?.querySelector('table');
    if (!table) return;
    const { numberIn, writeCsv } = await import('@violet-jaw/formats/csv');
    const [head, ...rows] = rowsOf(table);
    const asNumber = (text: string) => numberIn(text, { decimalComma: false }) ?? text;
    downloadText(
      `${name}.csv`,
      writeCsv(
        head,
        rows.map((r) => r.map(asNumber)),
      ),
      'text/csv;charset=utf-8',
    );
  };
  return (
    <div ref={box} className={onHeading ? 'csv-on-heading' : undefined}>
      {children}
      <Button
        size="sm"
        variant="outline-primary"
        className={onHeading ? 'noprint' : 'noprint mb-2'}
        aria-label={`${name} as CSV`}
        onClick={() => void save()}
      >
        As CSV
      </Button>
    </div>
  );
}
