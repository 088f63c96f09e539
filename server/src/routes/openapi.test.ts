import { Ajv } from 'ajv';
import { demoShop, sensorFootJob } from '../../../demo';
import { jobFile } from '@violet-jaw/core/job';
import { openApi } from './openapi';

const document = openApi() as { openapi: string; paths: Record<string, Record<string, { summary: string; responses: Record<string, unknown>; parameters?: { name: string; in: string }[] }>>; components: { schemas: Record<string, object> } };

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
  for (const [path, method] of [['/jobs/{id}', 'put'], ['/shop', 'put'], ['/jobs/{id}/issues', 'post']]) {
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
