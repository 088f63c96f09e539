import { ROLES, mayAs, type Role } from '@violet-jaw/formats/api';
import { apiTable } from './routes/api';
import { signIn, testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
const cookies: Record<Role, string> = { operator: '', planner: '', lead: '' };
beforeAll(async () => {
  at = await testInstance({ demo: true });
  for (const role of ROLES) cookies[role] = await signIn(at.address, `${role[0].toUpperCase()}${role.slice(1)}`, `violet-${role}`);
}, 120_000);
afterAll(async () => { await at.stop(); }, 60_000);

/** A place that is there for nobody: nothing is changed by who may. */
const nowhere = (path: string) => path.replace(/:(id|run)/g, '00000000-0000-4000-8000-000000000000').replace(/:\w+/g, 'none');
const OWN = new Set(['delete /session', 'post /session', 'put /session/password', 'post /accounts']);

test('the table has a route for everything, each for the role the design gives it', () => {
  const leads = apiTable(at.services).filter((r) => r.who === 'lead').map((r) => `${r.method} ${r.path}`);
  expect(leads.sort()).toEqual([
    'delete /jobs/:id', 'get /accounts', 'get /audit', 'get /backups', 'get /backups/:name', 'get /bin', 'post /backups', 'post /backups/:name/restore', 'post /bin/:id', 'post /verify', 'put /accounts/:id', 'put /shop',
  ]);
  const planners = apiTable(at.services).filter((r) => r.who === 'planner').map((r) => `${r.method} ${r.path}`);
  expect(planners.sort()).toEqual(['post /files', 'post /jobs', 'post /jobs/:id/issues', 'post /jobs/import', 'put /jobs/:id']);
  const open = apiTable(at.services).filter((r) => r.who === 'anyone').map((r) => `${r.method} ${r.path}`);
  expect(open.sort()).toEqual(['delete /session', 'get /openapi.json', 'get /session', 'get /session/provider', 'get /session/provider/back', 'post /accounts', 'post /session']);
  // whatever changes something and reads nothing is bounded by reading nothing
  expect(apiTable(at.services).filter((r) => r.method === 'get' && r.body !== undefined)).toEqual([]);
});

test('every route lets in exactly who it is for: nobody, operator, planner, lead', async () => {
  let calls = 0;
  for (const { method, path, who, body } of apiTable(at.services)) {
    if (OWN.has(`${method} ${path}`) || who === 'anyone') continue;
    for (const role of [null, ...ROLES]) {
      // a lead would really take a backup
      if (path === '/backups' && method === 'post' && role === 'lead') continue;
      const { status } = await at.call(method.toUpperCase(), nowhere(path), { cookie: role ? cookies[role] : '', headers: { 'If-Match': '"999"' }, ...(body === undefined ? {} : { body: { no: 'document' } }) });
      calls += 1;
      const refused = role === null ? 401 : mayAs(role, who) ? null : 403;
      expect([method, path, role, refused === null ? status !== 401 && status !== 403 : status]).toEqual([method, path, role, refused ?? true]);
      expect(status).toBeLessThan(500);
    }
  }
  expect(calls).toBeGreaterThan(140);
}, 60_000);

test('only a lead makes accounts; nobody makes one without the setup code', async () => {
  const body = { name: 'New one', role: 'operator', password: 'a long enough one' };
  for (const role of ['operator', 'planner'] as const) expect((await at.call('POST', '/accounts', { body, cookie: cookies[role] })).status).toBe(403);
  expect((await at.call('POST', '/accounts', { body, cookie: '' })).status).toBe(401);
  expect((await at.call('POST', '/accounts', { body, cookie: cookies.lead })).status).toBe(201);
});
