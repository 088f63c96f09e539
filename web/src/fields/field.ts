import { createContext, useContext, useEffect, useRef } from 'react';

/** True where fields only show: an operator sees values and cannot type into them. */
export const ReadOnly = createContext(false);
export const useReadOnly = (): boolean => useContext(ReadOnly);

/** What is half typed when its page goes away (Back, another page) is committed as if the field had been left. */
export function useCommitOnLeave(commit: (() => void) | null): void {
  const latest = useRef(commit);
  latest.current = commit;
  useEffect(() => () => latest.current?.(), []);
}

const LOOK_EVERY_MS = 20;
const LONGEST_MS = 10_000;

/**
 * Waits until what was typed into the fields of a form is taken or marked as wrong: reading arithmetic takes a moment.
 */
export async function allTaken(form: HTMLElement): Promise<void> {
  const isOpen = () => form.querySelector('[data-half-typed="true"]:not(.is-invalid)') !== null;
  for (let waited = 0; isOpen() && waited < LONGEST_MS; waited += LOOK_EVERY_MS)
    await new Promise((done) => setTimeout(done, LOOK_EVERY_MS));
}
