/**
 * `npm run check:kill -- [kills] [seed]`: the server or its database killed at random moments while jobs are edited,
 * sheets issued and runs recorded. Everything that was acknowledged must be there afterwards, every issue as it was
 * frozen.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { Dice } from '../core/src/testing/randomJobs';
import { sensorFootJob } from '../demo';
import { endOwn, startOwn, type OwnServer } from './ownServer';

const [kills = 100, seed = 1] = process.argv.slice(2).map(Number);
const dice = new Dice(seed);
const data = mkdtempSync(join(tmpdir(), 'violet-jaw-kills-'));
const wrong: string[] = [];
const JOBS = 6;
let server: OwnServer = await startOwn(data);
const { cookie } = server;
const port = Number(new URL(server.address).port);

interface Answer {
  readonly status: number;
  readonly etag: number;
  readonly json: Record<string, unknown>;
}
/** Status 0: no answer came. */
async function call(method: string, path: string, body?: unknown, revision?: number): Promise<Answer> {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}/api/v1${path}`, {
      method,
      headers: {
        'X-Violet-Jaw': '1',
        'Content-Type': 'application/json',
        Cookie: cookie,
        ...(revision === undefined ? {} : { 'If-Match': `"${revision}"` }),
      },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(30_000),
    });
    return {
      status: answer.status,
      etag: Number((answer.headers.get('etag') ?? '"0"').replaceAll('"', '')),
      json: (await answer.json().catch(() => ({}))) as Record<string, unknown>,
    };
  } catch {
    return { status: 0, etag: 0, json: {} };
  }
}
/** Again and again while server or database are away. */
async function surely(method: string, path: string, body?: unknown, revision?: number): Promise<Answer> {
  for (let i = 0; i < 600; i++) {
    const answer = await call(method, path, body, revision);
    if (![0, 500, 503, 507].includes(answer.status)) return answer;
    await sleep(50);
  }
  throw new Error(`${method} ${path}: no answer for half a minute`);
}

const count = { edits: 0, issues: 0, events: 0 };
let stop = false;

/** One person with one job: edits it, issues it now and then, and records a run of the newest sheet. */
class Person {
  revision = 1;
  notes = '';
  readonly events: string[] = [];
  readonly issues = new Map<string, string>();
  run: { id: string; letter: string } | null = null;

  constructor(
    readonly id: string,
    readonly number: string,
  ) {}

  async work(): Promise<void> {
    for (let k = 0; !stop; k++) {
      if (this.issues.size < 3 && dice.chance(0.04)) await this.issue();
      else if (this.issues.size > 0 && dice.chance(0.3)) await this.event();
      else await this.edit(`${k}`);
    }
  }

  async edit(notes: string): Promise<void> {
    const { status, etag, json } = await call(
      'PUT',
      `/jobs/${this.id}`,
      { ...sensorFootJob(), number: this.number, notes },
      this.revision,
    );
    if (status === 200) {
      [this.revision, this.notes] = [etag, notes];
      count.edits += 1;
      return;
    }
    if (status === 409) {
      const current = json.current as { revision: number; document: { notes: string } };
      // its answer was lost: it is there, or what was before
      if (
        current.revision < this.revision ||
        (current.revision === this.revision && current.document.notes !== this.notes)
      )
        wrong.push(
          `${this.number}: revision ${current.revision} "${current.document.notes}", acknowledged ${this.revision} "${this.notes}"`,
        );
      [this.revision, this.notes] = [current.revision, current.document.notes];
      return;
    }
    if (![0, 503].includes(status)) wrong.push(`edit: ${status} ${JSON.stringify(json).slice(0, 200)}`);
    await sleep(30);
  }

  async issue(): Promise<void> {
    const { status, json } = await call('POST', `/jobs/${this.id}/issues`, { note: '' }, this.revision);
    if (status === 201) {
      this.issues.set(String(json.letter), String(json.hash));
      count.issues += 1;
    } else if (![0, 409, 503].includes(status)) wrong.push(`issue: ${status} ${JSON.stringify(json).slice(0, 200)}`);
  }

  async event(): Promise<void> {
    const letter = [...this.issues.keys()].at(-1)!;
    this.run = this.run?.letter === letter ? this.run : { id: randomUUID(), letter };
    const event = { id: randomUUID(), at: new Date().toISOString(), stepId: 'run/machine', kind: 'back' };
    const { status, json } = await call('POST', `/runs/${this.run.id}/events`, {
      jobId: this.id,
      letter,
      startedAt: new Date().toISOString(),
      events: [event],
    });
    if (status === 200) {
      this.events.push(`${this.run.id} ${event.id}`);
      count.events += 1;
    } else if (![0, 503].includes(status)) wrong.push(`event: ${status} ${JSON.stringify(json).slice(0, 200)}`);
  }

  /** Everything acknowledged is there. */
  async prove(): Promise<void> {
    // what was acknowledged before it is asked for: others go on meanwhile
    const { revision, notes } = this;
    const [letters, events] = [[...this.issues], [...this.events]];
    const { etag, json } = await surely('GET', `/jobs/${this.id}`);
    if (etag < revision || (etag === revision && json.notes !== notes))
      wrong.push(`${this.number}: ${etag} "${String(json.notes)}" is there, acknowledged was ${revision} "${notes}"`);
    const issues = (await surely('GET', `/jobs/${this.id}/issues`)).json as unknown as {
      letter: string;
      hash: string;
    }[];
    for (const [letter, hash] of letters)
      if (issues.find((i) => i.letter === letter)?.hash !== hash)
        wrong.push(`${this.number}: issue ${letter} is not what was acknowledged`);
    if (new Set(issues.map((i) => i.letter)).size !== issues.length)
      wrong.push(`${this.number}: a letter is there twice`);
    for (const runId of new Set(events.map((e) => e.split(' ')[0]))) {
      const there = ((await surely('GET', `/runs/${runId}`)).json.events as { id: string }[]).map((e) => e.id);
      for (const e of events.filter((x) => x.startsWith(runId)))
        if (!there.includes(e.split(' ')[1])) wrong.push(`${this.number}: event ${e} is lost`);
      if (new Set(there).size !== there.length) wrong.push(`${this.number}: an event is there twice`);
    }
  }
}

const people: Person[] = [];
for (let n = 0; n < JOBS; n++)
  people.push(
    new Person(
      String((await surely('POST', '/jobs', { ...sensorFootJob(), number: `KILL-${n}` })).json.id),
      `KILL-${n}`,
    ),
  );
// a run is of a sheet
for (const p of people) await p.issue();
const working = people.map((p) => p.work());
let [ofServer, ofDatabase] = [0, 0];
for (let k = 0; k < kills && wrong.length < 20; k++) {
  const issued = count.issues;
  // now and then time enough to plan a sheet to its end
  if (dice.chance(0.1)) for (let i = 0; i < 300 && count.issues === issued; i++) await sleep(50);
  await sleep(dice.whole(20, 900));
  if (dice.chance(0.5)) {
    await endOwn(server, 'SIGKILL');
    ofServer += 1;
    server = await startOwn(data, { port, cookie });
  } else {
    const pid = server.databasePid();
    try {
      if (pid) {
        process.kill(pid, 'SIGKILL');
        ofDatabase += 1;
      }
    } catch {
      /* it was just being started */
    }
  }
  if (k % 50 === 49) {
    for (const p of people) await p.prove();
    console.log(
      `${k + 1} kills: ${count.edits} edits, ${count.issues} issues, ${count.events} events acknowledged, ${wrong.length} wrong`,
    );
  }
}
stop = true;
await Promise.all(working);
for (const p of people) await p.prove();
const proof = (await surely('POST', '/verify')).json;
wrong.push(...(proof.problems as string[]));
await endOwn(server);
for (const line of wrong.slice(0, 20)) console.log(line);
console.log(
  `check:kill seed ${seed}: ${ofServer} kills of the server and ${ofDatabase} of the database; ${count.edits} edits, ${count.issues} issues, ${count.events} events acknowledged; ${wrong.length} lost or wrong`,
);
if (wrong.length === 0) rmSync(data, { recursive: true, force: true });
else console.log(`the data stay in ${data}`);
process.exit(wrong.length > 0 ? 1 : 0);
