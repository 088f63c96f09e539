import { sensorFootJob } from '../../demo';
import { signIn, testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let operator: string;
beforeAll(async () => {
  at = await testInstance({ demo: true });
  operator = await signIn(at.address, 'Operator', 'violet-operator');
}, 120_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

const nobody = { cookie: '' };
const tryIn = (name: string, password: string) => at.call('POST', '/session', { body: { name, password }, ...nobody });

describe('without a session', () => {
  test.each([
    '/jobs',
    '/shop',
    '/audit',
    '/accounts',
    '/jobs/00000000-0000-0000-0000-000000000000',
    '/runs/00000000-0000-0000-0000-000000000000',
    '/machines/mill-1/registers',
  ])('%s is closed', async (path) => {
    expect(await at.call('GET', path, nobody)).toMatchObject({
      status: 401,
      json: { title: 'Not signed in', detail: expect.stringMatching(/kept on this device/) },
    });
  });

  test('health, the description of the API and who is signed in are open', async () => {
    expect((await at.call('GET', '/health', nobody)).status).toBe(200);
    expect((await at.call('GET', '/openapi.json', nobody)).status).toBe(200);
    expect((await at.call('GET', '/session', nobody)).json).toEqual({
      account: null,
      first: false,
      demo: [
        { name: 'Lead', password: 'violet-lead' },
        { name: 'Planner', password: 'violet-planner' },
        { name: 'Operator', password: 'violet-operator' },
      ],
      provider: null,
      told: null,
    });
  });

  test('a forged cookie is nobody', async () => {
    const good = await signIn(at.address);
    expect((await at.call('GET', '/jobs', { cookie: good })).status).toBe(200);
    for (const cookie of [
      'violet-jaw=s%3Aforged.signature',
      `${good.slice(0, -3)}AAA`,
      good.replace(/s%3A[^.]+/, 's%3Aanother-session-id'),
    ]) {
      expect((await at.call('GET', '/jobs', { cookie })).status).toBe(401);
    }
  });

  test('the cookie is kept from scripts and from other sites', async () => {
    const response = await fetch(`${at.address}/api/v1/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Violet-Jaw': '1' },
      body: JSON.stringify({ name: 'Planner', password: 'violet-planner' }),
    });
    expect(response.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Lax/i);
    expect(await response.text()).not.toMatch(/argon2|hash/i);
  });
});

describe('signing in', () => {
  test('a wrong password and an unknown name get the same answer', async () => {
    const wrong = await tryIn('Operator', 'not-the-password');
    const unknown = await tryIn('Nobody here', 'not-the-password');
    expect(wrong).toMatchObject({ status: 401, json: { detail: 'Name or password is wrong.' } });
    expect(unknown.json).toEqual(wrong.json);
    expect((await tryIn('', '')).status).toBe(401);
    expect((await at.call('POST', '/session', { body: { name: 5 }, ...nobody })).status).toBe(400);
  });

  describe('guessing', () => {
    const from = (address: string, name: string, password: string) =>
      at.call('POST', '/session', { body: { name, password }, ...nobody, headers: { 'X-Forwarded-For': address } });

    test('is slowed down for the one who guesses, at that address only; several at once count together', async () => {
      await at.call('POST', '/accounts', {
        body: { name: 'Night shift', role: 'operator', password: 'right-password' },
      });
      const wrong = await Promise.all(
        Array.from({ length: 12 }, () => from('10.0.0.1', 'Night shift', 'wrong-password')),
      );
      expect(wrong.filter((a) => a.status === 401)).toHaveLength(5);
      expect(wrong.find((a) => a.status === 429)).toMatchObject({
        json: {
          detail: expect.stringMatching(/Too many wrong passwords from here\. Try again in \d+ s/),
          retryAfterSeconds: expect.any(Number),
        },
      });
      // also the right one must wait, or the wait would tell which it is
      expect((await from('10.0.0.1', 'night SHIFT ', 'right-password')).status).toBe(429);
      expect((await from('10.0.0.2', 'Night shift', 'right-password')).status).toBe(201);
      const actions = ((await at.call('GET', '/audit')).json as { name: string; action: string }[])
        .filter((a) => a.name === 'Night shift')
        .map((a) => a.action);
      expect(actions).toEqual(expect.arrayContaining(['sign-in slowed down', 'sign-in failed', 'signed in']));
    });

    test('by the whole world does not keep somebody out where they were in before; a new place must wait', async () => {
      await at.call('POST', '/accounts', { body: { name: 'Day shift', role: 'operator', password: 'right-password' } });
      expect((await from('10.1.0.1', 'Day shift', 'right-password')).status).toBe(201);
      for (let i = 0; i < 8; i++)
        await Promise.all(Array.from({ length: 5 }, (_, k) => from(`10.2.${i}.${k}`, 'Day shift', 'wrong-password')));
      expect((await from('10.1.0.1', 'Day shift', 'right-password')).status).toBe(201);
      expect((await from('10.3.0.1', 'Day shift', 'right-password')).status).toBe(429);
      // a planner who gives a new password lets it be tried at once
      const { id } = ((await at.call('GET', '/accounts')).json as { id: string; name: string }[]).find(
        (a) => a.name === 'Day shift',
      )!;
      await at.call('PUT', `/accounts/${id}`, { body: { password: 'another-right-one' } });
      expect((await from('10.3.0.1', 'Day shift', 'another-right-one')).status).toBe(201);
    }, 60_000);

    test('a name that does not exist is answered alike', async () => {
      const codes = async (name: string, address: string) => {
        const list: number[] = [];
        for (let i = 0; i < 7; i++) list.push((await from(address, name, 'wrong-password')).status);
        return list;
      };
      expect(await codes('Operator', '10.4.0.1')).toEqual(await codes('Nobody at all', '10.4.0.2'));
    });
  });

  test('signing out ends the session for good; an account switched off is out at once', async () => {
    const cookie = await signIn(at.address);
    expect((await at.call('DELETE', '/session', { cookie })).status).toBe(204);
    expect((await at.call('GET', '/jobs', { cookie })).status).toBe(401);
    const {
      json: { id },
    } = await at.call('POST', '/accounts', { body: { name: 'Leaver', role: 'operator', password: 'right-password' } });
    const leaver = await signIn(at.address, 'Leaver', 'right-password');
    await at.call('PUT', `/accounts/${id}`, { body: { active: false } });
    expect((await at.call('GET', '/jobs', { cookie: leaver })).status).toBe(401);
    expect((await tryIn('Leaver', 'right-password')).status).toBe(401);
  });

  test('anybody gives themselves another password; with a wrong present one nothing changes; sessions elsewhere end', async () => {
    const {
      json: { id },
    } = await at.call('POST', '/accounts', { body: { name: 'Careful', role: 'operator', password: 'first-password' } });
    const [here, elsewhere] = [
      await signIn(at.address, 'Careful', 'first-password'),
      await signIn(at.address, 'Careful', 'first-password'),
    ];
    const change = (current: string, password: string, cookie = here) =>
      at.call('PUT', '/session/password', { body: { current, password }, cookie });
    expect(await change('not-the-first-one', 'second-password')).toMatchObject({
      status: 403,
      json: { detail: expect.stringMatching(/nothing was changed/) },
    });
    expect(await change('first-password', 'short')).toMatchObject({
      status: 400,
      json: { problems: [expect.stringMatching(/password/)] },
    });
    expect((await change('first-password', 'second-password', '')).status).toBe(401);
    expect((await at.call('GET', '/jobs', { cookie: elsewhere })).status).toBe(200);
    expect((await change('first-password', 'second-password')).status).toBe(204);
    expect((await at.call('GET', '/jobs', { cookie: here })).status).toBe(200);
    expect((await at.call('GET', '/jobs', { cookie: elsewhere })).status).toBe(401);
    expect((await tryIn('Careful', 'first-password')).status).toBe(401);
    expect((await tryIn('Careful', 'second-password')).status).toBe(201);
    // a planner's new password puts everybody out who is signed in with the old one
    await at.call('PUT', `/accounts/${id}`, { body: { password: 'third-password' } });
    expect((await at.call('GET', '/jobs', { cookie: here })).status).toBe(401);
  });

  test("somebody sees where they are signed in and ends what they no longer use; nobody else's", async () => {
    await at.call('POST', '/accounts', { body: { name: 'Two places', role: 'operator', password: 'right-password' } });
    const [here, there] = [
      await signIn(at.address, 'Two places', 'right-password'),
      await signIn(at.address, 'Two places', 'right-password'),
    ];
    const list = (await at.call('GET', '/session/all', { cookie: here })).json as {
      id: string;
      here: boolean;
      from: string;
    }[];
    expect(list.map((s) => s.here).sort()).toEqual([false, true]);
    expect(JSON.stringify(list)).not.toContain(decodeURIComponent(there).split('s:')[1].split('.')[0]);
    const other = list.find((s) => !s.here)!;
    expect((await at.call('DELETE', `/session/all/${other.id}`)).status).toBe(404);
    expect((await at.call('DELETE', `/session/all/${other.id}`, { cookie: here })).status).toBe(204);
    expect((await at.call('GET', '/jobs', { cookie: there })).status).toBe(401);
    expect((await at.call('GET', '/jobs', { cookie: here })).status).toBe(200);
  });

  test('a session that has expired is nobody, and the document it was editing is not changed', async () => {
    const cookie = await signIn(at.address);
    const {
      json: { id },
    } = await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'P-1' } });
    const { json: job, etag } = await at.call('GET', `/jobs/${id}`, { cookie });
    await at.expireSessions();
    expect(
      await at.call('PUT', `/jobs/${id}`, { body: { ...job, notes: 'late' }, headers: { 'If-Match': etag! }, cookie }),
    ).toMatchObject({ status: 401 });
    at.signInAgain(await signIn(at.address));
    operator = await signIn(at.address, 'Operator', 'violet-operator');
    expect((await at.call('GET', `/jobs/${id}`)).json.notes).toBe('');
  });
});

describe('an operator', () => {
  test.each([
    ['POST', '/jobs', sensorFootJob()],
    ['PUT', '/shop', {}],
    ['DELETE', '/jobs/00000000-0000-0000-0000-000000000000', undefined],
    ['PUT', '/jobs/00000000-0000-0000-0000-000000000000', sensorFootJob()],
    ['POST', '/jobs/00000000-0000-0000-0000-000000000000/issues', { note: '' }],
    ['GET', '/accounts', undefined],
    ['POST', '/accounts', { name: 'x', role: 'planner', password: 'long-enough-one' }],
    ['GET', '/audit', undefined],
  ] as const)('cannot %s %s', async (method, path, body) => {
    expect(await at.call(method, path, { body, cookie: operator, headers: { 'If-Match': '"1"' } })).toMatchObject({
      status: 403,
      json: { detail: expect.stringMatching(/not change them|for the lead/) },
    });
  });

  test('cannot import a job or store a file, and can look', async () => {
    expect((await at.call('POST', '/jobs/import', { raw: '{}', cookie: operator })).status).toBe(403);
    expect((await at.call('POST', '/files', { raw: Buffer.from('x'), cookie: operator })).status).toBe(403);
    expect((await at.call('GET', '/jobs', { cookie: operator })).status).toBe(200);
  });
});

describe('accounts', () => {
  test.each([
    ['a short password', { name: 'A', role: 'operator', password: 'short' }, /password: expected at least 12/],
    ['a blank password', { name: 'A', role: 'operator', password: ' '.repeat(20) }, /again and again/],
    ['a common password', { name: 'A', role: 'operator', password: 'Password1234' }, /guessed first/],
    ['the name as password', { name: 'Night turn', role: 'operator', password: 'night turn 2026' }, /guessed first/],
    ['no name', { name: ' ', role: 'operator', password: 'long-enough-one' }, /^name: expected/],
    [
      'a name with a sign nobody sees',
      { name: 'Lead\u200b', role: 'operator', password: 'long-enough-one' },
      /^name: expected/,
    ],
    [
      'an unknown role',
      { name: 'A', role: 'owner', password: 'long-enough-one' },
      /role: must be one of "operator", "planner", "lead"/,
    ],
  ])('%s is refused in words', async (_, body, says) => {
    expect(await at.call('POST', '/accounts', { body })).toMatchObject({
      status: 400,
      json: { detail: expect.stringMatching(says) },
    });
  });

  test('a name is there once, and the last lead stays', async () => {
    for (const taken of ['Planner', 'planner', 'Ｐlanner'])
      expect([
        taken,
        (await at.call('POST', '/accounts', { body: { name: taken, role: 'operator', password: 'long-enough-one' } }))
          .status,
      ]).toEqual([taken, 409]);
    // two who switch each other off at the same moment
    const { json: second } = await at.call('POST', '/accounts', {
      body: { name: 'Second', role: 'lead', password: 'long-enough-one' },
    });
    const all = (await at.call('GET', '/accounts')).json as {
      id: string;
      name: string;
      role: string;
      active: boolean;
    }[];
    const first = all.find((a) => a.name === 'Lead')!;
    const other = await signIn(at.address, 'Second', 'long-enough-one');
    const both = await Promise.all([
      at.call('PUT', `/accounts/${second.id}`, { body: { role: 'operator' } }),
      at.call('PUT', `/accounts/${first.id}`, { body: { role: 'operator' }, cookie: other }),
    ]);
    expect(both.map((a) => a.status).sort()[0]).toBe(200);
    expect(both.filter((a) => a.status === 200)).toHaveLength(1);
    if (both[1].status === 200) {
      await at.call('PUT', `/accounts/${first.id}`, { body: { role: 'lead' }, cookie: other });
      await at.call('PUT', `/accounts/${second.id}`, { body: { role: 'operator' } });
    }
    const lead = ((await at.call('GET', '/accounts')).json as { id: string; name: string }[]).find(
      (a) => a.name === 'Lead',
    )!;
    expect(await at.call('PUT', `/accounts/${lead.id}`, { body: { role: 'operator' } })).toMatchObject({
      status: 409,
      json: { detail: expect.stringMatching(/last lead/) },
    });
  });
});

test('without the demo there is no account; the first lead needs the code the server printed', async () => {
  const said: string[] = [];
  const fresh = await testInstance({ accounts: false, log: (line) => said.push(line) });
  expect((await fresh.call('GET', '/session', nobody)).json).toEqual({
    account: null,
    first: true,
    demo: null,
    provider: null,
    told: null,
  });
  const code = /Setup code for the first lead: (\w+)/.exec(said.join('\n'))![1];
  const first = { name: 'Lead', role: 'lead', password: 'long-enough-one' };
  expect((await fresh.call('POST', '/accounts', { body: first, ...nobody })).status).toBe(403);
  expect((await fresh.call('POST', '/accounts', { body: { ...first, setupCode: 'guess' }, ...nobody })).status).toBe(
    403,
  );
  expect(
    (await fresh.call('POST', '/accounts', { body: { ...first, role: 'operator', setupCode: code }, ...nobody }))
      .status,
  ).toBe(400);
  expect((await fresh.call('POST', '/accounts', { body: { ...first, setupCode: code }, ...nobody })).status).toBe(201);
  expect(
    (await fresh.call('POST', '/accounts', { body: { ...first, name: 'Second', setupCode: code }, ...nobody })).status,
  ).toBe(401);
  await fresh.stop();
}, 60_000);

test('with passwords everybody knows the application is not opened to other machines', async () => {
  const demo = await testInstance({ demo: true });
  await demo.stop();
  await expect(testInstance({ dataFolder: demo.dataFolder, publicAddress: 'https://jaw.example' })).rejects.toThrow(
    /everybody knows the passwords of Lead, Planner, and Operator/,
  );
  await expect(testInstance({ dataFolder: demo.dataFolder, host: '0.0.0.0' })).rejects.toThrow(
    /HOST=0\.0\.0\.0 opens the application to other machines/,
  );
  const again = await testInstance({ dataFolder: demo.dataFolder, demo: true });
  // one's own last: it ends the session
  for (const a of ((await again.call('GET', '/accounts')).json as { id: string; name: string }[]).reverse())
    await again.call('PUT', `/accounts/${a.id}`, { body: { password: `no longer known ${a.name.length}` } });
  await again.stop();
  const open = await testInstance({
    dataFolder: demo.dataFolder,
    publicAddress: 'https://jaw.example',
    accounts: false,
  });
  expect((await open.call('GET', '/session', nobody)).json.demo).toBeNull();
  await open.stop();
}, 120_000);
