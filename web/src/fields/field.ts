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
