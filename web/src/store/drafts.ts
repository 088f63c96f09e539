import { JOB_VERSION } from '@violet-jaw/core/job';
import type { Place } from './api';

interface Draft<T> {
  /** of the document: a newer program brings it up to date */
  readonly version: number;
  readonly document: T;
  readonly base: T;
  readonly revision: number;
}

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}

/** Unsaved work also lies in the browser's storage, so that closing the tab loses nothing. */
export function drafts<T>({ key, upToDate }: Place<T>) {
  const name = `violet-jaw draft ${key}`;
  return {
    keep: (draft: Omit<Draft<T>, 'version'>) => {
      try {
        localStorage.setItem(name, JSON.stringify({ version: JOB_VERSION, ...draft }));
      } catch {
        /* storage full or forbidden: the page itself still holds it */
      }
    },
    drop: () => localStorage.removeItem(name),
    /** what was kept, brought up to date; null: nothing, or nothing this program can read. That stays where it is */
    read: async (): Promise<Draft<T> | null> => {
      const draft = parsed(localStorage.getItem(name)) as Draft<T> | null;
      if (!draft) return null;
      // drafts said no version before version 6
      const version = draft.version ?? 5;
      const [document, base] = [await upToDate(draft.document, version), await upToDate(draft.base, version)];
      return document && base ? { ...draft, document, base } : null;
    },
  };
}
