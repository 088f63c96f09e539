import { useEffect, useRef } from 'react';

/** What the list behind `?` shows. */
export const SHORTCUTS: readonly [string, string][] = [
  ['?', 'this list'],
  ['[ and ]', 'previous and next setup'],
  ['g then j', 'jobs'], ['g then p', 'part & blank'], ['g then r', 'route'], ['g then l', 'ledger'], ['g then s', 'sheet'], ['g then o', 'shop'],
  ['/', 'search the jobs'],
  ['Ctrl+Z', 'undo'], ['Ctrl+Shift+Z', 'redo'],
  ['Enter, Escape', 'in a field: take the value, or put the old one back'],
];

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}

/** Several parts of the page listen; a sequence must not change between them. */
const afterAllListeners = (work: () => void) => { setTimeout(work, 0); };

let pending = '';
let pendingUntil = 0;

/**
 * Runs an action for a key such as `[`, a sequence such as `g p`, or `ctrl+z`. Single keys are left alone while
 * somebody types.
 */
export function useShortcuts(actions: Readonly<Record<string, (() => void) | undefined>>): void {
  const current = useRef(actions);
  current.current = actions;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey) {
        // In a field that is being typed in, undo belongs to the field.
        if (isTyping(event.target) && event.target instanceof HTMLInputElement && event.target.value !== event.target.defaultValue) return;
        const name = `ctrl+${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`;
        const run = current.current[name];
        if (run) { event.preventDefault(); run(); }
        return;
      }
      if (event.altKey || isTyping(event.target)) return;
      const sequence = pending && Date.now() < pendingUntil ? `${pending} ${event.key}` : event.key;
      const run = current.current[sequence];
      if (run) { event.preventDefault(); run(); }
      if (event.key === 'g' && sequence === 'g') afterAllListeners(() => { pending = 'g'; pendingUntil = Date.now() + 1500; });
      else if (event.key.length === 1) afterAllListeners(() => { pending = ''; });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
