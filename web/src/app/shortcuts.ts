import { useEffect, useRef } from 'react';

/** What the list behind `?` shows. */
export const SHORTCUTS: readonly [string, string][] = [
  ['?', 'this list'],
  ['[ and ]', 'previous and next setup'],
  ['g then j', 'jobs'],
  ['g then p', 'part & blank'],
  ['g then r', 'route'],
  ['g then l', 'ledger'],
  ['g then s', 'sheet'],
  ['g then k', 'remarks'],
  ['g then m', 'run at the machine'],
  ['g then o', 'shop'],
  ['/', 'search the jobs'],
  ['Ctrl+Z', 'undo'],
  ['Ctrl+Shift+Z', 'redo'],
  ['Enter, Escape', 'in a field: take the value, or put the old one back'],
];

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

type Actions = Readonly<Record<string, (() => void) | undefined>>;

/** What is on the page now, outermost first; the innermost that knows a key gets it. */
const listening = new Set<{ current: Actions }>();
let pending = '';
let pendingUntil = 0;

function run(keys: string): boolean {
  const action = [...listening]
    .reverse()
    .map((l) => l.current[keys])
    .find((a) => a !== undefined);
  action?.();
  return action !== undefined;
}

/** A field somebody has typed in and not left yet keeps Ctrl+Z for itself; fields mark themselves. */
function isHalfTyped(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.dataset.halfTyped === 'true';
}

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey) {
    if (isHalfTyped(event.target)) return;
    if (run(`ctrl+${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`)) event.preventDefault();
    return;
  }
  if (event.altKey || event.key === 'Shift' || isTyping(event.target)) return;
  const begun = pending !== '' && Date.now() < pendingUntil;
  const keys = begun ? `${pending} ${event.key}` : event.key;
  pending = !begun && event.key === 'g' ? 'g' : '';
  pendingUntil = Date.now() + 1500;
  if (run(keys)) event.preventDefault();
}

/**
 * Runs an action for a key such as `[`, a sequence such as `g p`, or `ctrl+z`, while the component is there. Single
 * keys are left alone while somebody types.
 */
export function useShortcuts(actions: Actions): void {
  const current = useRef(actions);
  current.current = actions;
  useEffect(() => {
    if (listening.size === 0) window.addEventListener('keydown', onKey);
    listening.add(current);
    return () => {
      listening.delete(current);
      if (listening.size === 0) window.removeEventListener('keydown', onKey);
    };
  }, []);
}
