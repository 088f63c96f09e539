import { jest } from '@jest/globals';
import { FakeServer, type Doc } from '../testing/fakeServer';
import { openDocument, type DocumentStore } from './documentStore';

let server: FakeServer;
let store: DocumentStore<Doc>;
const now = () => store.getState();
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const edit = (change: Partial<Doc>) => now().edit((d) => ({ ...d, ...change }));

async function open(): Promise<void> {
  store = openDocument(server);
  now().open();
  await pass(1);
}

beforeEach(async () => {
  jest.useFakeTimers();
  const kept = new Map<string, string>();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => kept.set(k, v),
      removeItem: (k: string) => kept.delete(k),
    },
    document: { visibilityState: 'visible' },
  });
  server = new FakeServer();
  await open();
});

afterEach(() => {
  now().close();
  jest.useRealTimers();
});

test('edits save themselves, several quick ones in one write', async () => {
  edit({ a: 2 });
  edit({ a: 3 });
  expect(now().saveState).toBe('unsaved');
  await pass(400);
  expect(now().saveState).toBe('saved');
  expect(server).toMatchObject({ document: { a: 3 }, writes: 1, revision: 2 });
});

test('undo and redo are edits like others: they save, and a new edit ends the redo', async () => {
  edit({ a: 2 });
  edit({ a: 3 });
  now().undo();
  expect(now().document?.a).toBe(2);
  now().redo();
  now().undo();
  now().undo();
  expect(now()).toMatchObject({ document: { a: 1 }, past: [], saveState: 'saved' });
  edit({ b: 9 });
  expect(now().future).toEqual([]);
  await pass(400);
  expect(server.document).toMatchObject({ a: 1, b: 9 });
});

test('an edit that changes nothing is no step', () => {
  edit({ a: 1 });
  expect(now()).toMatchObject({ past: [], saveState: 'saved' });
});

test('while the server is away edits are kept, and sent when it is back', async () => {
  server.away = true;
  edit({ a: 2 });
  await pass(400);
  expect(now()).toMatchObject({ saveState: 'away', problem: 'The server is not answering.' });
  edit({ b: 5 });
  await pass(5000);
  expect(now().saveState).toBe('away');
  server.away = false;
  await pass(2000);
  expect(now().saveState).toBe('saved');
  expect(server.document).toMatchObject({ a: 2, b: 5 });
});

test('unsaved work outlives the page and joins what others did meanwhile', async () => {
  server.away = true;
  edit({ a: 2 });
  await pass(400);
  now().close();
  server.away = false;
  server.other({ b: 7 });
  await pass(10);
  await open();
  expect(now().document).toMatchObject({ a: 2, b: 7 });
  await pass(400);
  expect(server.document).toMatchObject({ a: 2, b: 7 });
  expect(now().saveState).toBe('saved');
});

test('what somebody else saves appears by itself and is named', async () => {
  server.other({ list: [{ id: 'x', v: 4 }] });
  now().lookNow();
  await pass(10);
  expect(now()).toMatchObject({
    document: { list: [{ id: 'x', v: 4 }] },
    elsewhere: ['list / x / v'],
    saveState: 'saved',
  });
  now().dismiss();
  expect(now().elsewhere).toEqual([]);
});

test('without news it appears a little later; an answer older than what is here is not taken', async () => {
  server.other({ b: 5 });
  await pass(20_000);
  expect(now()).toMatchObject({ document: { b: 5 }, revision: server.revision });
  const { revision } = server;
  // a server that lags behind the others
  server.revision = revision - 1;
  server.document = { ...server.document, b: 1 };
  now().lookNow();
  await pass(10);
  expect(now()).toMatchObject({ document: { b: 5 }, revision });
});

test('what is dragged is undone in one step; the next drag, and an edit between, are steps of their own', () => {
  const drag = (a: number, gesture: string) => now().edit((d) => ({ ...d, a }), gesture);
  for (const a of [2, 3, 4]) drag(a, 'first');
  drag(7, 'second');
  now().undo();
  expect(now().document?.a).toBe(4);
  drag(5, 'second');
  expect(now().past).toHaveLength(2);
  now().undo();
  now().undo();
  expect(now().document?.a).toBe(1);
  drag(2, 'third');
  edit({ b: 9 });
  drag(3, 'third');
  expect(now().past).toHaveLength(3);
});

test('a stale write joins both edits; undo then takes back only mine', async () => {
  server.other({ b: 7 });
  edit({ a: 2 });
  await pass(800);
  expect(server.document).toMatchObject({ a: 2, b: 7 });
  now().undo();
  await pass(400);
  expect(server.document).toMatchObject({ a: 1, b: 7 });
});

describe('the same entry changed by both', () => {
  beforeEach(async () => {
    server.other({ a: 50 });
    edit({ a: 2, b: 3 });
    await pass(800);
  });

  test('nothing is written until somebody chooses', async () => {
    expect(now()).toMatchObject({ saveState: 'conflict', conflicts: [{ path: ['a'], mine: 2, theirs: 50 }] });
    await pass(10_000);
    expect(server.document).toMatchObject({ a: 50, b: 1 });
  });

  test('keep mine', async () => {
    now().keepMine();
    await pass(400);
    expect(server.document).toMatchObject({ a: 2, b: 3 });
  });

  test('take theirs, and still keep what was no conflict', async () => {
    now().takeTheirs();
    await pass(400);
    expect(server.document).toMatchObject({ a: 50, b: 3 });
    expect(now()).toMatchObject({ saveState: 'saved', conflicts: [] });
  });
});

test('what the server refuses stays here with the reason, and undo puts it right', async () => {
  server.refuse = 'Op 10 is used twice.';
  edit({ a: 2 });
  await pass(400);
  expect(now()).toMatchObject({ saveState: 'refused', problem: 'Op 10 is used twice.', document: { a: 2 } });
  server.refuse = null;
  now().undo();
  expect(now()).toMatchObject({ saveState: 'saved', problem: null });
});

/** An edit on its way that will be refused in half a second; what is sent after it is taken. */
async function sentAndSlowlyRefused(change: Partial<Doc>): Promise<void> {
  server.refuse = 'Op 10 is used twice.';
  server.slowMs = 500;
  edit(change);
  await pass(300);
  server.refuse = null;
}

test('what is undone while it is being refused is saved, and nothing is said any more', async () => {
  await sentAndSlowlyRefused({ a: 2 });
  now().undo();
  await pass(600);
  expect(now()).toMatchObject({ saveState: 'saved', problem: null, document: { a: 1 } });
});

test('a refusal of what was meanwhile edited again is not told', async () => {
  await sentAndSlowlyRefused({ a: 2 });
  edit({ a: 3 });
  await pass(460);
  expect(now()).toMatchObject({ saveState: 'saving', problem: null });
  await pass(2000);
  expect(server.document.a).toBe(3);
});

test('what is undone while the server is away is saved when it is back', async () => {
  server.away = true;
  edit({ a: 2 });
  await pass(400);
  now().undo();
  await pass(2000);
  expect(now().saveState).toBe('away');
  server.away = false;
  await pass(2000);
  expect(now()).toMatchObject({ saveState: 'saved', problem: null, document: { a: 1 } });
  expect(server.document.a).toBe(1);
});

describe('a write that arrived and whose answer was lost', () => {
  beforeEach(async () => {
    server.deaf = true;
    edit({ a: 2 });
    await pass(400);
    server.deaf = false;
    expect(now().saveState).toBe('away');
    expect(server.document.a).toBe(2);
  });

  test.each([
    ['undone', (): void => now().undo(), 1],
    ['edited again', (): void => edit({ a: 3 }), 3],
    ['left alone', (): void => undefined, 2],
  ] as const)('and %s meanwhile', async (_how, meanwhile, a) => {
    meanwhile();
    await pass(4000);
    expect(now()).toMatchObject({ saveState: 'saved', problem: null, document: { a }, elsewhere: [], conflicts: [] });
    expect(server.document.a).toBe(a);
  });

  test('is not taken for mine when somebody else has changed it since', async () => {
    server.other({ a: 7 });
    edit({ a: 3 });
    await pass(4000);
    expect(now()).toMatchObject({ saveState: 'conflict', conflicts: [{ path: ['a'], mine: 3, theirs: 7 }] });
  });
});

test('settle waits for the write; it says when it cannot', async () => {
  edit({ a: 2 });
  await expect(now().settle()).resolves.toBe(true);
  expect(server.document.a).toBe(2);
  server.away = true;
  edit({ a: 3 });
  await expect(now().settle()).resolves.toBe(false);
});

test('a document that is not there says so and does not retry; one behind a server that is away does', async () => {
  now().close();
  server.away = true;
  await open();
  expect(now()).toMatchObject({ document: null, problem: 'The server is not answering. Trying again.' });
  server.away = false;
  await pass(2000);
  expect(now().document).toMatchObject({ a: 1 });
});

test('a slow server gets one save at a time, however often saving is asked for meanwhile', async () => {
  server.slowMs = 3000;
  edit({ a: 2 });
  await pass(1000);
  edit({ a: 3 });
  await pass(1000);
  edit({ b: 7 });
  void now().settle();
  void now().settle();
  await pass(20_000);
  expect([server.document.a, server.document.b, server.stale, now().saveState]).toEqual([3, 7, 0, 'saved']);
});

test('what is taken back and done again while it is being saved is not called saved until it is, and survives the tab', async () => {
  edit({ a: 2 });
  await pass(300);
  now().undo();
  server.slowMs = 500;
  await pass(300);
  expect(server.writes).toBe(2);
  now().redo();
  expect(now().saveState).not.toBe('saved');
  await pass(500);
  // the first of the two is through; the tab is closed before the second
  expect(server.document.a).toBe(1);
  expect(JSON.parse(localStorage.getItem('violet-jaw draft test')!)).toMatchObject({
    document: { a: 2 },
    base: { a: 1 },
  });
  await pass(1500);
  expect(server.document.a).toBe(2);
  expect(now().saveState).toBe('saved');
});

test('a draft kept by an earlier version of the program is brought up to date, one of a newer version is left alone', async () => {
  now().close();
  const old = { document: { alpha: 7, b: 1, list: [] }, base: { alpha: 1, b: 1, list: [] }, revision: 1 };
  localStorage.setItem('violet-jaw draft test', JSON.stringify(old));
  server = new FakeServer();
  await open();
  expect(now().document).toMatchObject({ a: 7 });
  await pass(400);
  expect(server.document.a).toBe(7);
  now().close();
  const newer = JSON.stringify({ ...old, version: 99 });
  localStorage.setItem('violet-jaw draft test', newer);
  server = new FakeServer();
  await open();
  expect(now().document).toMatchObject({ a: 1 });
  expect(localStorage.getItem('violet-jaw draft test')).toBe(newer);
});
