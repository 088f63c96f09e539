import type { Response } from 'express';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { readJobFile, readShopFile } from '@violet-jaw/core/job';
import { badInput, notFound, Problem } from '../problem';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import { openApi } from './openapi';
import { expectedRevision, fileName, goneSignal, isKnown, tag } from './requests';
import { UNCHANGED, type Works } from './table';

const asText = (body: unknown): string => (typeof body === 'string' ? body : '');

/** Sends what is prepared as it is kept, compressed; nothing where it is not. */
function sendPrepared(response: Response, bytes: Buffer | null): void {
  if (bytes) response.type('application/json').set('Content-Encoding', 'gzip').end(bytes);
  else response.status(204).end();
}

/** The shop's library. */
export const libraryWorks = ({ shop }: Services) =>
  ({
    shop: async ({ request, response }) => {
      const { revision, document } = await shop.read();
      return isKnown(request, response, tag(revision)) ? UNCHANGED : document;
    },
    writeShop: async ({ body, request, response }) => {
      const { revision, document } = await shop.write(body, expectedRevision(request));
      response.set('ETag', tag(revision));
      return document;
    },
    measureTool: ({ params: { tool }, body, response }) => shop.measureTool(tool, body, accountOf(response)),
    readShop: ({ body }) => {
      const read = readShopFile(asText(body));
      if (!read.ok) throw badInput(read.problems);
      return read.value;
    },
    shopUses: ({ query: { list, item } }) => shop.uses(list, item),
  }) satisfies Partial<Works>;

/** Jobs and files. */
export const documentWorks = ({ jobs, bin, files }: Services) =>
  ({
    describe: () => openApi(),
    jobs: ({ query: { search = '', show = 'all', page = 0, size = 50, by = 'number', down = false, ...rest } }) =>
      jobs.list({ text: search, show, page, size, by, down, ...rest }),
    jobState: ({ params: { id }, body, response }) => jobs.state(id, body, accountOf(response)),
    createJob: async ({ body, response }) => {
      const { id, revision, document } = await jobs.create(body, accountOf(response));
      response.set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`);
      return { id, document };
    },
    importJob: async ({ body, response }) => {
      const { id, revision, document, adopted } = await jobs.import(asText(body), accountOf(response));
      response.set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`);
      return { id, document, adopted };
    },
    readJobFile: ({ body }) => {
      const file = readJobFile(asText(body));
      if (!file.ok) throw badInput(file.problems);
      return file.value;
    },
    job: async ({ params: { id }, request, response }) => {
      // who looks now and then asks for its revision only
      if (request.get('If-None-Match') && isKnown(request, response, tag(await jobs.revision(id)))) return UNCHANGED;
      const { revision, document } = await jobs.read(id);
      response.set('ETag', tag(revision));
      return document;
    },
    writeJob: async ({ params: { id }, body, request, response }) => {
      const { revision, document } = await jobs.write(id, body, expectedRevision(request), accountOf(response));
      response.set('ETag', tag(revision));
      return document;
    },
    deleteJob: ({ params: { id }, response }) => bin.remove(id, accountOf(response)),
    storeFile: ({ request }) => {
      const raw = request.get('X-File-Name') ?? 'part.step';
      let name = raw;
      try {
        name = decodeURIComponent(raw);
      } catch {
        /* keep it as it came */
      }
      return files.store(request, name.slice(0, 500));
    },
    file: async ({ params: { hash }, response }) => {
      const path = await files.path(hash);
      if (!path) throw notFound('The file');
      response.type('application/octet-stream').set('Cache-Control', 'private, max-age=31536000, immutable');
      // whichever ends first, the file or who reads it: both are closed
      await pipeline(createReadStream(path), response).catch((error: unknown) => {
        if (!response.headersSent) throw error;
        response.destroy();
      });
    },
  }) satisfies Partial<Works>;

/** What is computed already. */
export const preparedWorks = ({ jobs, shop, prepared, summaries }: Services) =>
  ({
    preparedJob: async ({ params: { id }, query, response }) => {
      const [job, library] = await Promise.all([jobs.read(id), shop.read()]);
      const asked = job.revision === query.revision && library.revision === query.shop;
      const found = asked ? await prepared.get(prepared.keyOfJob(job.document, library.document)) : null;
      if (asked && !found) await summaries.again(id);
      sendPrepared(response, found);
    },
    preparedBodies: async ({ params: { hash }, query: { thickness, ...query }, response }) => {
      const source = {
        ...{ sha256: hash, unit: query.unit, thickness: thickness === undefined ? undefined : Number(thickness) },
        ...(query.halfProfile ? { halfProfile: true as const } : {}),
      };
      sendPrepared(response, await prepared.get(prepared.keyOfBodies(source)));
    },
  }) satisfies Partial<Works>;

/** Drawings as large as what they show. */
export const placingWorks = ({ jobs, shop, planning }: Services) =>
  ({
    placingPdf: async ({ params: { id }, query: { setup, paper = 'A4' }, response }) => {
      const [{ document: job }, { document: library }] = await Promise.all([jobs.read(id), shop.read()]);
      const made = await planning.placing(
        { job, shop: library, setupId: setup, paper },
        { jobId: id, owner: accountOf(response).id, signal: goneSignal(response) },
      );
      if (!made.ok) throw new Problem(409, 'Cannot be drawn', made.problem);
      const op = job.setups.find((s) => s.id === setup)?.op;
      response
        .type('application/pdf')
        .attachment(`${fileName(job.number)}-op${op}-places-${paper}.pdf`)
        .send(Buffer.from(made.value));
    },
  }) satisfies Partial<Works>;
