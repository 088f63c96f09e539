import { configFrom } from './config';
import { standIn, type StandIn } from './testing/provider';
import { testInstance, type TestInstance } from './testing/testInstance';

let service: StandIn;
let at: TestInstance;
beforeAll(async () => {
  service = await standIn('violet-jaw', 'a secret');
  at = await testInstance({
    provider: { issuer: service.issuer, client: 'violet-jaw', secret: 'a secret', name: 'the works sign-in' },
  });
}, 120_000);
afterAll(async () => {
  await at.stop();
  await service.stop();
}, 60_000);
afterEach(() => {
  service.fault = 'none';
});

const cookieOf = (response: Response, before: string) => response.headers.get('set-cookie')?.split(';')[0] ?? before;

/**
 * As a browser goes: to us, to the service, back to us, to the page. @returns the cookie, and who is signed in or why
 * not
 */
async function through(
  change: (back: string) => string = (b) => b,
): Promise<{ cookie: string; account: { name: string; role: string } | null; told: string | null }> {
  const go = (url: string, cookie = '') => fetch(url, { redirect: 'manual', headers: { Cookie: cookie } });
  const first = await go(`${at.address}/api/v1/session/provider`);
  const cookie = cookieOf(first, '');
  const there = await go(first.headers.get('location')!);
  const back = await go(change(there.headers.get('location')!), cookie);
  expect([back.status, back.headers.get('location')]).toEqual([303, '/jobs']);
  const now = cookieOf(back, cookie);
  const { json } = await at.call('GET', '/session', { cookie: now });
  return { cookie: now, account: json.account, told: json.told };
}

test('somebody for whom the lead made an account is let in, and is the same person when the service calls them otherwise', async () => {
  expect((await at.call('GET', '/session', { cookie: '' })).json).toMatchObject({
    account: null,
    provider: 'the works sign-in',
  });
  service.person = { sub: '77', preferred_username: 'Planner day' };
  expect(await through()).toMatchObject({
    account: null,
    told: 'You are "Planner day" to the sign-in service, but no account here is made for that name. Ask the lead to make one that signs in there.',
  });
  expect((await at.call('POST', '/accounts', { body: { name: 'Planner day', role: 'planner' } })).status).toBe(201);
  const { account, cookie } = await through();
  expect(account).toMatchObject({ name: 'Planner day', role: 'planner' });
  expect((await at.call('GET', '/jobs', { cookie })).status).toBe(200);
  service.person = { sub: '77', preferred_username: 'Another name' };
  expect((await through()).account).toMatchObject({ name: 'Planner day' });
  // somebody else who takes the name is nobody
  service.person = { sub: '78', preferred_username: 'Planner day' };
  expect((await through()).account).toBeNull();
  // no password opens it
  for (const password of ['', 'Planner day', 'anything at all 1'])
    expect((await at.call('POST', '/session', { body: { name: 'Planner day', password }, cookie: '' })).status).toBe(
      401,
    );
  expect((await at.call('GET', '/audit')).json).toContainEqual(
    expect.objectContaining({ action: 'signed in', detail: 'through the sign-in service', name: 'Planner day' }),
  );
});

test('an account with a password is never given to a name', async () => {
  service.person = { sub: '90', preferred_username: 'Tester' };
  expect((await through()).account).toBeNull();
});

test('an account that is switched off stays closed, and its session ends', async () => {
  await at.call('POST', '/accounts', { body: { name: 'Leaver', role: 'operator' } });
  service.person = { sub: '91', preferred_username: 'Leaver' };
  const { cookie } = await through();
  const { id } = ((await at.call('GET', '/accounts')).json as { id: string; name: string }[]).find(
    (a) => a.name === 'Leaver',
  )!;
  await at.call('PUT', `/accounts/${id}`, { body: { active: false } });
  expect((await at.call('GET', '/jobs', { cookie })).status).toBe(401);
  expect(await through()).toMatchObject({ account: null, told: expect.stringMatching(/switched off/) });
});

test.each(['other nonce', 'other client', 'expired', 'other key'] as const)(
  'a token of the service with %s lets nobody in',
  async (fault) => {
    service.person = { sub: '77', preferred_username: 'Planner day' };
    service.fault = fault;
    expect(await through()).toMatchObject({
      account: null,
      told: expect.stringMatching(/^the works sign-in did not say who you are/),
    });
  },
);

test.each([
  ['another state', (back: string) => back.replace(/state=[^&]+/, 'state=x')],
  ['an invented code', (back: string) => back.replace(/code=[^&]+/, 'code=x')],
])('an answer with %s lets nobody in', async (_, change) => {
  service.person = { sub: '77', preferred_username: 'Planner day' };
  expect((await through(change)).account).toBeNull();
});

test('an answer is good once, and only in the browser that asked', async () => {
  service.person = { sub: '77', preferred_username: 'Planner day' };
  let link = '';
  const { account } = await through((back) => {
    link = back;
    return back;
  });
  expect(account).not.toBeNull();
  const again = await fetch(link, { redirect: 'manual' });
  const cookie = cookieOf(again, '');
  expect((await at.call('GET', '/session', { cookie })).json).toMatchObject({
    account: null,
    told: expect.stringMatching(/too late/),
  });
  // told once
  expect((await at.call('GET', '/session', { cookie })).json.told).toBeNull();
});

test('where the service is away, a password still opens; where there is none, its page is not there', async () => {
  const away = await testInstance({
    provider: { issuer: 'http://127.0.0.1:9', client: 'x', secret: 'x', name: 'the works sign-in' },
  });
  expect(await away.call('GET', '/session/provider', { cookie: '' })).toMatchObject({
    status: 503,
    json: { detail: expect.stringMatching(/not answering.*password/) },
  });
  expect((await away.call('GET', '/jobs')).status).toBe(200);
  await away.stop();
}, 60_000);

test.each([
  [{ VIOLET_JAW_OIDC_ISSUER: 'https://a.example' }, /expected all three/],
  [
    { VIOLET_JAW_OIDC_ISSUER: 'http://a.example', VIOLET_JAW_OIDC_CLIENT: 'x', VIOLET_JAW_OIDC_SECRET: 'y' },
    /expected https/,
  ],
  [
    { VIOLET_JAW_OIDC_ISSUER: 'no address', VIOLET_JAW_OIDC_CLIENT: 'x', VIOLET_JAW_OIDC_SECRET: 'y' },
    /expected an address/,
  ],
  [{ VIOLET_JAW_LOG: 'loud' }, /words or json/],
  [{ VIOLET_JAW_PROXIES: '192.0.2.1, all' }, /found "all"/],
  [{ VIOLET_JAW_PROXIES: '192.0.2.1/0' }, /VIOLET_JAW_PROXIES: expected/],
])('settings %j are refused in words', (env, says) => {
  expect(() => configFrom(env, '/')).toThrow(says);
});
