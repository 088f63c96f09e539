import { Ajv } from 'ajv';
import { demoShop, sensorFootJob } from '../../../demo';
import { jobFile } from '@violet-jaw/core/job';
import { ROUTES, type RouteShape } from '@violet-jaw/formats/api/routes.ts';
import { openApi } from './openapi';

const document = openApi() as {
  openapi: string;
  paths: Record<
    string,
    Record<string, { summary: string; responses: Record<string, unknown>; parameters?: { name: string; in: string }[] }>
  >;
  components: { schemas: Record<string, object> };
};

test('every route of the table is described, with what it tells and how it fails', () => {
  for (const { method, path, who, answer, kind, body } of Object.values(ROUTES) as RouteShape[]) {
    const operation = document.paths[path.replace(/:(\w+)/g, '{$1}')][method];
    const [done] = Object.keys(operation.responses).filter((code) => /^[23]/.test(code));
    const told = operation.responses[done] as { content?: Record<string, { schema?: object }> };
    expect([path, Object.keys(told.content ?? {})]).toEqual([path, kind ? [kind] : answer ? ['application/json'] : []]);
    if (answer) expect(told.content!['application/json'].schema).not.toEqual({});
    if (who !== 'anyone') expect(Object.keys(operation.responses)).toContain('401');
    if (body) expect(Object.keys(operation.responses)).toEqual(expect.arrayContaining(['400', '413']));
  }
});

test('every reference in the document leads somewhere', () => {
  const references = [...JSON.stringify(document).matchAll(/"#\/components\/schemas\/(\w+)"/g)].map((m) => m[1]);
  expect(references.length).toBeGreaterThan(10);
  for (const name of references) expect(Object.keys(document.components.schemas)).toContain(name);
});

test('every operation has a summary, an answer, and a parameter for each place in its path', () => {
  for (const [path, methods] of Object.entries(document.paths)) {
    for (const operation of Object.values(methods)) {
      expect(operation.summary).not.toBe('');
      expect(Object.keys(operation.responses).some((code) => /^[23]/.test(code))).toBe(true);
      const inPath = [...path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]);
      expect((operation.parameters ?? []).filter((p) => p.in === 'path').map((p) => p.name)).toEqual(inPath);
    }
  }
});

test('writes of documents ask for the revision they start from', () => {
  for (const [path, method] of [
    ['/jobs/{id}', 'put'],
    ['/shop', 'put'],
    ['/jobs/{id}/issues', 'post'],
  ]) {
    expect(document.paths[path][method].parameters?.map((p) => p.name)).toContain('If-Match');
    expect(Object.keys(document.paths[path][method].responses)).toEqual(expect.arrayContaining(['409', '428']));
  }
});

test('the schemas in it accept the demo documents and refuse a wrong one', () => {
  const ajv = new Ajv({ strict: false });
  const job = sensorFootJob();
  const { schemas } = document.components;
  expect(ajv.validate(schemas.Job, job)).toBe(true);
  expect(ajv.validate(schemas.Shop, demoShop)).toBe(true);
  expect(ajv.validate(schemas.JobFile, jobFile(job, demoShop))).toBe(true);
  expect(ajv.validate(schemas.Job, { ...job, units: 'cm' })).toBe(false);
});
