import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { JOB_VERSION, mergeDocuments, takeTheirs, type Conflict } from '@violet-jaw/core/job';
import type { Revised } from '@violet-jaw/formats/api';
import { ServerProblem, type Place } from './api';

/** What the header says about saving. */
export type SaveState = 'saved' | 'unsaved' | 'saving' | 'away' | 'refused' | 'conflict';

export interface DocumentState<T> {
  readonly document: T | null;
  /** revision the server holds and the document as it was there */
  readonly revision: number;
  readonly base: T | null;
  readonly saveState: SaveState;
  /** why saving was refused, or why loading failed */
  readonly problem: string | null;
  readonly past: readonly T[];
  readonly future: readonly T[];
  /** places somebody else changed, until dismissed */
  readonly elsewhere: readonly string[];
  readonly conflicts: readonly Conflict[];
  edit(change: (document: T) => T): void;
  undo(): void;
  redo(): void;
  keepMine(): void;
  takeTheirs(): void;
  dismiss(): void;
  /** waits until everything is saved; false when it cannot be now */
  settle(): Promise<boolean>;
  /** looks at once whether somebody else changed it */
  lookNow(): void;
  /** loads, and begins to look for changes from elsewhere */
  open(): void;
  /** sends what is unsaved and ends the timers; `open()` begins again */
  close(): void;
}

export type DocumentStore<T> = UseBoundStore<StoreApi<DocumentState<T>>>;

const SAVE_AFTER_MS = 250;
const RETRY_AFTER_MS = 1500;
/** Where news do not get through; else they call `lookNow`. */
const LOOK_EVERY_MS = 15_000;
const KEEP_STEPS = 200;

interface Draft<T> {
  /** of the document: a newer program brings it up to date */
  readonly version: number;
  readonly document: T;
  readonly base: T;
  readonly revision: number;
}

function parsed(text: string | null): unknown {
  try { return JSON.parse(text ?? 'null'); } catch { return null; }
}

/** Unsaved work also lies in the browser's storage, so that closing the tab loses nothing. */
function drafts<T>({ key, upToDate }: Place<T>) {
  const name = `violet-jaw draft ${key}`;
  return {
    keep: (draft: Omit<Draft<T>, 'version'>) => { try { localStorage.setItem(name, JSON.stringify({ version: JOB_VERSION, ...draft })); } catch { /* storage full or forbidden: the page itself still holds it */ } },
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

/**
 * One document that is edited here and may be edited elsewhere: undo and redo, autosave with optimistic locking,
 * merging of what others changed, and nothing lost while server or database are away. Does nothing until `open()`.
 */
export function openDocument<T>(place: Place<T>): DocumentStore<T> {
  const kept = drafts<T>(place);
  let saveTimer: ReturnType<typeof setTimeout> | undefined;
  let lookTimer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | null = null;
  /** what was sent and not answered: the server may hold it or not */
  const unanswered = new Set<T>();
  let closed = false;

  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

  const store = create<DocumentState<T>>((set, get) => {
    const changed = (document: T, rest: Partial<DocumentState<T>>) => {
      const { base, revision, saveState } = get();
      // what is on its way is not there yet, nor is it what is wanted any more
      const unsaved = unanswered.size > 0 || !same(document, base);
      set({ document, ...rest, problem: null, saveState: saveState === 'conflict' || saveState === 'away' ? saveState : unsaved ? 'unsaved' : 'saved' });
      if (base !== null && unsaved) kept.keep({ document, base, revision });
      else kept.drop();
      if (unsaved) schedule(SAVE_AFTER_MS);
    };

    const schedule = (ms: number) => {
      clearTimeout(saveTimer);
      if (!closed || ms === 0) saveTimer = setTimeout(() => { void save(); }, ms);
    };

    /** Takes in a newer revision from elsewhere; steps of undo are rebased, so that undoing never undoes others' work. */
    const takeIn = (theirs: Revised<T>) => {
      const { base, document, past, future } = get();
      if (base === null || document === null) return;
      // what was sent from here and arrived is nobody else's change
      const from = [...unanswered].some((sent) => same(sent, theirs.document)) ? theirs.document : base;
      unanswered.clear();
      const { merged, taken, conflicts } = mergeDocuments(from, document, theirs.document);
      const rebase = (step: T) => mergeDocuments(from, step, theirs.document).merged;
      set({
        document: merged, base: theirs.document, revision: theirs.revision, past: past.map(rebase), future: future.map(rebase), conflicts, problem: null,
        elsewhere: [...new Set([...get().elsewhere, ...taken])],
        saveState: conflicts.length > 0 ? 'conflict' : same(merged, theirs.document) ? 'saved' : 'unsaved',
      });
      if (same(merged, theirs.document)) kept.drop();
      else {
        kept.keep({ document: merged, base: theirs.document, revision: theirs.revision });
        if (conflicts.length === 0) schedule(0);
      }
    };

    const save = async (): Promise<void> => {
      while (saving) await saving;
      const { document, base, revision, saveState } = get();
      if (document === null || saveState === 'conflict') return;
      if (unanswered.size === 0 && same(document, base)) {
        if (saveState !== 'saved') { kept.drop(); set({ saveState: 'saved', problem: null }); }
        return;
      }
      if (saveState !== 'away') set({ saveState: 'saving' });
      const isNew = !unanswered.has(document);
      unanswered.add(document);
      saving = place.write(document, revision).then((next) => {
        unanswered.clear();
        set({ base: document, revision: next, problem: null });
        const now = get().document;
        if (same(now, document)) { kept.drop(); set({ saveState: 'saved' }); }
        else { set({ saveState: 'unsaved' }); if (now !== null) kept.keep({ document: now, base: document, revision: next }); schedule(0); }
      }, (error: unknown) => {
        if (!(error instanceof ServerProblem)) throw error;
        if (error.isAway) { set({ saveState: 'away', problem: error.message }); schedule(RETRY_AFTER_MS); return; }
        // that it is refused now says nothing of an earlier try
        if (isNew) unanswered.delete(document);
        if (error.status === 409 && error.extra.current) takeIn(error.extra.current as Revised<T>);
        else if (error.isSignedOut) { set({ saveState: 'away', problem: 'Signed out.' }); schedule(RETRY_AFTER_MS); }
        else if (!same(get().document, document)) { set({ saveState: 'unsaved', problem: null }); schedule(0); }
        else set({ saveState: 'refused', problem: error.message });
      }).finally(() => { saving = null; });
      await saving;
    };

    const look = async (): Promise<void> => {
      const { saveState, revision, base } = get();
      if (base !== null && saveState === 'saved' && document.visibilityState !== 'hidden') {
        const theirs = await place.readIfChanged(revision).catch(() => null);
        // one that lags behind may answer with an older one
        if (theirs && theirs.revision > revision && get().revision === revision && get().saveState === 'saved') takeIn(theirs);
      }
      if (!closed) lookTimer = setTimeout(() => { void look(); }, LOOK_EVERY_MS);
    };

    const load = async (): Promise<void> => {
      try {
        const loaded = await place.read();
        const draft = await kept.read();
        set({ document: loaded.document, base: loaded.document, revision: loaded.revision, saveState: 'saved', problem: null });
        if (draft && !same(draft.document, loaded.document)) {
          const { merged, conflicts } = mergeDocuments(draft.base, draft.document, loaded.document);
          set({ conflicts, saveState: conflicts.length > 0 ? 'conflict' : 'unsaved' });
          changed(merged, { past: [loaded.document] });
        }
        lookTimer = setTimeout(() => { void look(); }, LOOK_EVERY_MS);
      } catch (error) {
        const away = error instanceof ServerProblem && (error.isAway || error.isSignedOut);
        set({ problem: `${error instanceof Error ? error.message : String(error)}${away ? ' Trying again.' : ''}` });
        if (away && !closed) saveTimer = setTimeout(() => { void load(); }, RETRY_AFTER_MS);
      }
    };
    return {
      document: null, revision: 0, base: null, saveState: 'saved', problem: null, past: [], future: [], elsewhere: [], conflicts: [],
      edit: (change) => {
        const { document, past } = get();
        if (document === null) return;
        const next = change(document);
        if (!same(next, document)) changed(next, { past: [...past, document].slice(-KEEP_STEPS), future: [] });
      },
      undo: () => {
        const { document, past, future } = get();
        if (document !== null && past.length > 0) changed(past[past.length - 1], { past: past.slice(0, -1), future: [document, ...future] });
      },
      redo: () => {
        const { document, past, future } = get();
        if (document !== null && future.length > 0) changed(future[0], { past: [...past, document], future: future.slice(1) });
      },
      keepMine: () => { set({ conflicts: [], saveState: 'unsaved' }); schedule(0); },
      takeTheirs: () => {
        const { document, conflicts } = get();
        if (document === null) return;
        set({ conflicts: [], saveState: 'unsaved' });
        changed(takeTheirs(document, conflicts), {});
      },
      dismiss: () => set({ elsewhere: [] }),
      settle: async () => {
        clearTimeout(saveTimer);
        await save();
        return get().saveState === 'saved';
      },
      lookNow: () => {
        if (closed || get().document === null) return;
        clearTimeout(lookTimer);
        void look();
      },
      open: () => {
        closed = false;
        if (get().document === null) void load();
        else void look();
      },
      close: () => {
        closed = true;
        clearTimeout(lookTimer);
        clearTimeout(saveTimer);
        void save();
      },
    };
  });
  return store;
}
