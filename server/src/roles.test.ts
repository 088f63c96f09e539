import { ROLES, mayAs, type Role } from '@violet-jaw/formats/api';
import { ROUTES, type RouteShape } from '@violet-jaw/formats/api/routes.ts';
import { signIn, testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
const cookies: Record<Role, string> = { operator: '', planner: '', lead: '' };
beforeAll(async () => {
  at = await testInstance({ demo: true });
  for (const role of ROLES)
    cookies[role] = await signIn(at.address, `${role[0].toUpperCase()}${role.slice(1)}`, `violet-${role}`);
}, 120_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

const routes = Object.values(ROUTES) as RouteShape[];
/** A place that is there for nobody: nothing is changed by who may. */
const nowhere = (path: string) =>
  path.replace(/:(id|run|account)/g, '00000000-0000-4000-8000-000000000000').replace(/:\w+/g, 'none');
const OWN = new Set(['delete /session', 'post /session', 'put /session/password', 'post /accounts']);

test('the table has a route for everything, each for the role the design gives it', () => {
  const leads = routes.filter((r) => r.who === 'lead').map((r) => `${r.method} ${r.path}`);
  expect(leads.sort()).toEqual([
    'delete /jobs/:id',
    'get /accounts',
    'get /audit',
    'get /backups',
    'get /backups/:name',
    'get /bin',
    'post /backups',
    'post /backups/:name/restore',
    'post /bin/:id',
    'post /verify',
    'put /accounts/:account',
    'put /shop',
  ]);
  const planners = routes.filter((r) => r.who === 'planner').map((r) => `${r.method} ${r.path}`);
  expect(planners.sort()).toEqual([
    'post /files',
    'post /jobs',
    'post /jobs/:id/issues',
    'post /jobs/import',
    'post /jobs/import/zip',
    'put /jobs/:id',
    'put /jobs/:id/state',
  ]);
  const open = routes.filter((r) => r.who === 'anyone').map((r) => `${r.method} ${r.path}`);
  expect(open.sort()).toEqual([
    'delete /session',
    'get /openapi.json',
    'get /session',
    'get /session/provider',
    'get /session/provider/back',
    'post /accounts',
    'post /session',
  ]);
  // whatever changes something and reads nothing is bounded by reading nothing
  expect(routes.filter((r) => r.method === 'get' && r.body !== undefined)).toEqual([]);
});

test('every route lets in exactly who it is for: nobody, operator, planner, lead', async () => {
  let calls = 0;
  for (const { method, path, who, body } of routes) {
    if (OWN.has(`${method} ${path}`) || who === 'anyone') continue;
    for (const role of [null, ...ROLES]) {
      // a lead would really take a backup
      if (path === '/backups' && method === 'post' && role === 'lead') continue;
      const { status } = await at.call(method.toUpperCase(), nowhere(path), {
        cookie: role ? cookies[role] : '',
        headers: { 'If-Match': '"999"' },
        ...(body === undefined ? {} : { body: { no: 'document' } }),
      });
      calls += 1;
      const refused = role === null ? 401 : mayAs(role, who) ? null : 403;
      expect([method, path, role, refused === null ? status !== 401 && status !== 403 : status]).toEqual([
        method,
        path,
        role,
        refused ?? true,
      ]);
      expect(status).toBeLessThan(500);
    }
  }
  expect(calls).toBeGreaterThan(140);
}, 60_000);

test('only a lead makes accounts; nobody makes one without the setup code', async () => {
  const body = { name: 'New one', role: 'operator', password: 'a long enough one' };
  for (const role of ['operator', 'planner'] as const)
    expect((await at.call('POST', '/accounts', { body, cookie: cookies[role] })).status).toBe(403);
  expect((await at.call('POST', '/accounts', { body, cookie: '' })).status).toBe(401);
  expect((await at.call('POST', '/accounts', { body, cookie: cookies.lead })).status).toBe(201);
});

test('every route that reads something refuses what it cannot read, in words, before it does anything', async () => {
  const bodies = routes.filter((r) => r.body && r.body.as !== 'bytes');
  expect(bodies.length).toBeGreaterThan(8);
  for (const { method, path, body, slowly } of bodies) {
    const send = (raw: string, type = 'application/json') =>
      at.call(method.toUpperCase(), nowhere(path), { raw, headers: { 'If-Match': '"1"', 'Content-Type': type } });
    const [broken, other, large] = [
      await send('{"a":'),
      await send('a=1', 'application/x-www-form-urlencoded'),
      await send(
        JSON.stringify('x'.repeat(Number.parseInt(body!.limit) * (body!.limit.endsWith('mb') ? 1_048_576 : 1024))),
      ),
    ];
    expect([path, broken.status, other.status, large.status]).toEqual([path, 400, 415, 413]);
    for (const { type, json } of [broken, other, large])
      expect([type, typeof json.detail]).toEqual([expect.stringMatching(/problem\+json/), 'string']);
    // what is no document of the right kind
    if (!slowly) expect([path, [400, 404].includes((await send('{"no":"document"}')).status)]).toEqual([path, true]);
  }
}, 60_000);

test('in tests, an answer that is not what the table says is a fault of the server', async () => {
  const { bin } = at.services;
  const told: string[] = [];
  const { list } = bin;
  bin.list = () => Promise.resolve([{ id: 1 }] as never);
  try {
    told.push(String((await at.call('GET', '/bin')).status));
  } finally {
    bin.list = list;
  }
  told.push(String((await at.call('GET', '/bin')).status));
  expect(told).toEqual(['500', '200']);
});
