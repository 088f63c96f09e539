import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { mergeDocuments, takeTheirs, type Conflict } from '@violet-jaw/core/job';
import type { Revised } from '@violet-jaw/formats/api';
import { said, ServerProblem, type Place } from './api';
import { drafts } from './drafts';

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
  /** @param gesture edits of one gesture (a thing that is dragged) are undone together */
  edit(change: (document: T) => T, gesture?: string): void;
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

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

type Timer = ReturnType<typeof setTimeout>;
type Store<T> = Pick<StoreApi<DocumentState<T>>, 'setState' | 'getState'>;

/** Keeps a document saved: sends it, takes in what others changed, and holds on to a draft while it is not there. */
class Keeper<T> {
  readonly #kept: ReturnType<typeof drafts<T>>;
  #saveTimer: Timer | undefined;
  #lookTimer: Timer | undefined;
  #saving: Promise<void> | null = null;
  /** what was sent and not answered: the server may hold it or not */
  readonly #unanswered = new Set<T>();
  #closed = false;

  constructor(
    private readonly place: Place<T>,
    private readonly store: Store<T>,
  ) {
    this.#kept = drafts(place);
  }

  /** The document is another now. @param rest what else of the state goes with it */
  changed(document: T, rest: Partial<DocumentState<T>>): void {
    const { base, revision, saveState } = this.store.getState();
    // what is on its way is not there yet, nor is it what is wanted any more
    const unsaved = this.#unanswered.size > 0 || !same(document, base);
    this.store.setState({
      document,
      ...rest,
      problem: null,
      saveState: saveState === 'conflict' || saveState === 'away' ? saveState : unsaved ? 'unsaved' : 'saved',
    });
    if (base !== null && unsaved) this.#kept.keep({ document, base, revision });
    else this.#kept.drop();
    if (unsaved) this.schedule(SAVE_AFTER_MS);
  }

  schedule(ms: number): void {
    clearTimeout(this.#saveTimer);
    if (!this.#closed || ms === 0)
      this.#saveTimer = setTimeout(() => {
        void this.save();
      }, ms);
  }

  open(): void {
    this.#closed = false;
    if (this.store.getState().document === null) void this.#load();
    else void this.#look();
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#lookTimer);
    clearTimeout(this.#saveTimer);
    void this.save();
  }

  lookNow(): void {
    if (this.#closed || this.store.getState().document === null) return;
    clearTimeout(this.#lookTimer);
    void this.#look();
  }

  async settle(): Promise<boolean> {
    clearTimeout(this.#saveTimer);
    await this.save();
    return this.store.getState().saveState === 'saved';
  }

  async save(): Promise<void> {
    while (this.#saving) await this.#saving;
    const { document, base, revision, saveState } = this.store.getState();
    if (document === null || saveState === 'conflict') return;
    if (this.#unanswered.size === 0 && same(document, base)) {
      if (saveState !== 'saved') {
        this.#kept.drop();
        this.store.setState({ saveState: 'saved', problem: null });
      }
      return;
    }
    if (saveState !== 'away') this.store.setState({ saveState: 'saving' });
    const isNew = !this.#unanswered.has(document);
    this.#unanswered.add(document);
    this.#saving = this.place
      .write(document, revision)
      .then(
        (next) => {
          this.#arrived(document, next);
        },
        (error: unknown) => {
          this.#notArrived(document, isNew, error);
        },
      )
      .finally(() => {
        this.#saving = null;
      });
    await this.#saving;
  }

  #arrived(sent: T, revision: number): void {
    this.#unanswered.clear();
    this.store.setState({ base: sent, revision, problem: null });
    const now = this.store.getState().document;
    if (same(now, sent)) {
      this.#kept.drop();
      this.store.setState({ saveState: 'saved' });
      return;
    }
    this.store.setState({ saveState: 'unsaved' });
    if (now !== null) this.#kept.keep({ document: now, base: sent, revision });
    this.schedule(0);
  }

  #notArrived(sent: T, isNew: boolean, error: unknown): void {
    if (!(error instanceof ServerProblem)) throw error;
    if (error.isAway) {
      this.store.setState({ saveState: 'away', problem: error.message });
      this.schedule(RETRY_AFTER_MS);
      return;
    }
    // that it is refused now says nothing of an earlier try
    if (isNew) this.#unanswered.delete(sent);
    if (error.status === 409 && error.extra.current) this.#takeIn(error.extra.current as Revised<T>);
    else if (error.isSignedOut) {
      this.store.setState({ saveState: 'away', problem: 'Signed out.' });
      this.schedule(RETRY_AFTER_MS);
    } else if (!same(this.store.getState().document, sent)) {
      this.store.setState({ saveState: 'unsaved', problem: null });
      this.schedule(0);
    } else this.store.setState({ saveState: 'refused', problem: error.message });
  }

  /** Takes in a newer revision from elsewhere; steps of undo are rebased, so that undoing never undoes others' work. */
  #takeIn(theirs: Revised<T>): void {
    const { base, document, past, future, elsewhere } = this.store.getState();
    if (base === null || document === null) return;
    // what was sent from here and arrived is nobody else's change
    const from = [...this.#unanswered].some((sent) => same(sent, theirs.document)) ? theirs.document : base;
    this.#unanswered.clear();
    const { merged, taken, conflicts } = mergeDocuments(from, document, theirs.document);
    const rebase = (step: T) => mergeDocuments(from, step, theirs.document).merged;
    this.store.setState({
      document: merged,
      base: theirs.document,
      revision: theirs.revision,
      past: past.map(rebase),
      future: future.map(rebase),
      conflicts,
      problem: null,
      elsewhere: [...new Set([...elsewhere, ...taken])],
      saveState: conflicts.length > 0 ? 'conflict' : same(merged, theirs.document) ? 'saved' : 'unsaved',
    });
    if (same(merged, theirs.document)) {
      this.#kept.drop();
      return;
    }
    this.#kept.keep({ document: merged, base: theirs.document, revision: theirs.revision });
    if (conflicts.length === 0) this.schedule(0);
  }

  async #look(): Promise<void> {
    const { saveState, revision, base } = this.store.getState();
    if (base !== null && saveState === 'saved' && document.visibilityState !== 'hidden') {
      const theirs = await this.place.readIfChanged(revision).catch(() => null);
      const now = this.store.getState();
      // one that lags behind may answer with an older one
      if (theirs && theirs.revision > revision && now.revision === revision && now.saveState === 'saved')
        this.#takeIn(theirs);
    }
    if (!this.#closed)
      this.#lookTimer = setTimeout(() => {
        void this.#look();
      }, LOOK_EVERY_MS);
  }

  async #load(): Promise<void> {
    try {
      const loaded = await this.place.read();
      const draft = await this.#kept.read();
      this.store.setState({
        document: loaded.document,
        base: loaded.document,
        revision: loaded.revision,
        saveState: 'saved',
        problem: null,
      });
      if (draft && !same(draft.document, loaded.document)) {
        const { merged, conflicts } = mergeDocuments(draft.base, draft.document, loaded.document);
        this.store.setState({ conflicts, saveState: conflicts.length > 0 ? 'conflict' : 'unsaved' });
        this.changed(merged, { past: [loaded.document] });
      }
      this.#lookTimer = setTimeout(() => {
        void this.#look();
      }, LOOK_EVERY_MS);
    } catch (error) {
      const away = error instanceof ServerProblem && (error.isAway || error.isSignedOut);
      this.store.setState({ problem: `${said(error)}${away ? ' Trying again.' : ''}` });
      if (away && !this.#closed)
        this.#saveTimer = setTimeout(() => {
          void this.#load();
        }, RETRY_AFTER_MS);
    }
  }
}

const NOTHING_OPEN = {
  document: null,
  revision: 0,
  base: null,
  saveState: 'saved' as const,
  problem: null,
  past: [],
  future: [],
  elsewhere: [],
  conflicts: [],
};

/**
 * One document that is edited here and may be edited elsewhere: undo and redo, autosave with optimistic locking,
 * merging of what others changed, and nothing lost while server or database are away. Does nothing until `open()`.
 */
export function openDocument<T>(place: Place<T>): DocumentStore<T> {
  return create<DocumentState<T>>((set, get, store) => {
    const keeper = new Keeper(place, store);
    /** the gesture the newest edit belongs to */
    let last: string | undefined;
    return {
      ...NOTHING_OPEN,
      edit: (change, gesture) => {
        const { document, past } = get();
        if (document === null) return;
        const next = change(document);
        if (same(next, document)) return;
        const goesOn = gesture !== undefined && gesture === last;
        last = gesture;
        keeper.changed(next, { past: goesOn ? past : [...past, document].slice(-KEEP_STEPS), future: [] });
      },
      undo: () => {
        last = undefined;
        const { document, past, future } = get();
        if (document !== null && past.length > 0)
          keeper.changed(past[past.length - 1], { past: past.slice(0, -1), future: [document, ...future] });
      },
      redo: () => {
        last = undefined;
        const { document, past, future } = get();
        if (document !== null && future.length > 0)
          keeper.changed(future[0], { past: [...past, document], future: future.slice(1) });
      },
      keepMine: () => {
        set({ conflicts: [], saveState: 'unsaved' });
        keeper.schedule(0);
      },
      takeTheirs: () => {
        const { document, conflicts } = get();
        if (document === null) return;
        set({ conflicts: [], saveState: 'unsaved' });
        keeper.changed(takeTheirs(document, conflicts), {});
      },
      dismiss: () => set({ elsewhere: [] }),
      settle: () => keeper.settle(),
      lookNow: () => keeper.lookNow(),
      open: () => keeper.open(),
      close: () => keeper.close(),
    };
  });
}
