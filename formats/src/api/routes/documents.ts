import { Type } from '@sinclair/typebox';
import { jobFileSchema, jobSchema, shopFileSchema, USED_LISTS } from '@violet-jaw/core/job';
import { shopSchema } from '@violet-jaw/core/shop';
import * as told from '../answers';
import { jobStateSchema } from '../bodies';
import { paper, route, small } from '../route';

const jobDocument = { as: 'json', limit: '1mb', schema: jobSchema, checkedBy: 'its service' } as const;
/** Of any version, so its schema is that of today only when it says so. */
const jobFileText = { as: 'text', limit: '4mb', schema: jobFileSchema, checkedBy: 'its service' } as const;
const jobsQuery = Type.Object(
  {
    search: Type.Optional(
      Type.String({ maxLength: 200, description: 'Words in number, part, revision, material, machine or notes.' }),
    ),
    show: Type.Optional(Type.Union([Type.Literal('all'), Type.Literal('open findings'), Type.Literal('not issued')])),
    state: Type.Optional(Type.Union(told.JOB_STATES.map((s) => Type.Literal(s)))),
    machine: Type.Optional(Type.String({ maxLength: 200, description: 'Id of a machine.' })),
    due: Type.Optional(
      Type.Union([Type.Literal('overdue'), Type.Literal('this week')], {
        description: 'Overdue: before today and not done. This week: from today to Sunday.',
      }),
    ),
    archived: Type.Optional(Type.Boolean({ description: 'Those in the archive instead of the others.' })),
    family: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    pattern: Type.Optional(Type.Boolean({ description: 'Patterns instead of jobs.' })),
    by: Type.Optional(Type.Union(told.JOBS_BY.map((b) => Type.Literal(b)))),
    down: Type.Optional(Type.Boolean({ description: 'The last first.' })),
    page: Type.Optional(Type.Integer({ minimum: 0, maximum: 100_000 })),
    size: Type.Optional(Type.Integer({ minimum: 1, maximum: 100 })),
  },
  { additionalProperties: false },
);

/** Routes of documents. */
export const documents = {
  describe: route({
    method: 'get',
    path: '/openapi.json',
    who: 'anyone',
    says: 'This document',
    answer: Type.Object({}),
    fails: [],
  }),
  shop: route({
    method: 'get',
    path: '/shop',
    who: 'operator',
    says: "The shop's library; ETag is its revision",
    answer: shopSchema,
    unlessKnown: true,
    fails: [],
  }),
  writeShop: route({
    method: 'put',
    path: '/shop',
    who: 'lead',
    says: 'Write the library',
    body: { as: 'json', limit: '8mb', schema: shopSchema, checkedBy: 'its service' },
    answer: shopSchema,
    startsFrom: true,
    fails: [409, 503],
  }),
  readShop: route({
    method: 'post',
    path: '/shop/read',
    who: 'operator',
    says: 'Check the library of a shop as a file and bring it up to date, storing nothing',
    body: { as: 'text', limit: '8mb', schema: shopFileSchema, checkedBy: 'its service' },
    answer: shopSchema,
    fails: [],
  }),
  shopUses: route({
    method: 'get',
    path: '/shop/uses',
    who: 'operator',
    says: 'The jobs that use a thing of the library',
    query: Type.Object(
      {
        list: Type.Union(USED_LISTS.map((l) => Type.Literal(l))),
        item: Type.String({
          minLength: 1,
          maxLength: 200,
          description:
            'Its id; of parallels the height in mm with three decimals, of materials and consumables the name.',
        }),
      },
      { additionalProperties: false },
    ),
    answer: told.libraryUsesSchema,
    fails: [],
  }),
  jobs: route({
    method: 'get',
    path: '/jobs',
    who: 'operator',
    says: 'One page of the jobs that fit, by number, and how many there are',
    query: jobsQuery,
    answer: told.jobListSchema,
    fails: [],
  }),
  createJob: route({
    method: 'post',
    path: '/jobs',
    who: 'planner',
    says: 'A new job',
    body: jobDocument,
    answer: told.madeJobSchema,
    status: 201,
    fails: [503],
  }),
  importJob: route({
    method: 'post',
    path: '/jobs/import',
    who: 'planner',
    says: 'A new job from an open job file',
    body: jobFileText,
    answer: told.importedJobSchema,
    status: 201,
    fails: [409, 503],
  }),
  everything: route({
    method: 'get',
    path: '/jobs/:id/everything.zip',
    who: 'operator',
    says: 'Everything of a job: job file, files of its bodies, remarks with photos and files, issues, runs',
    answer: null,
    kind: 'application/zip',
    patient: true,
    fails: [409],
  }),
  importEverything: route({
    method: 'post',
    path: '/jobs/import/zip',
    who: 'planner',
    says: 'A new job from such a zip; its issues and runs are kept as files beside it',
    query: Type.Object(
      {
        number: Type.Optional(
          Type.String({ minLength: 1, maxLength: 60, description: 'Given to the job instead of its own.' }),
        ),
      },
      { additionalProperties: false },
    ),
    body: { as: 'bytes', limit: '256mb', schema: Type.Unsafe<Blob>({}), checkedBy: 'its service' },
    answer: told.importedJobSchema,
    status: 201,
    patient: true,
    fails: [409, 413, 503],
  }),
  readJobFile: route({
    method: 'post',
    path: '/jobs/read',
    who: 'operator',
    says: 'Check an open job file and bring it up to date, storing nothing',
    body: jobFileText,
    answer: jobFileSchema,
    fails: [],
  }),
  job: route({
    method: 'get',
    path: '/jobs/:id',
    who: 'operator',
    says: 'A job document; ETag is its revision',
    answer: jobSchema,
    unlessKnown: true,
    fails: [],
  }),
  jobState: route({
    method: 'put',
    path: '/jobs/:id/state',
    who: 'planner',
    says: 'Say that a job is done, put it into the archive, into a family or among the patterns, or take either back',
    body: small(jobStateSchema),
    answer: null,
    fails: [503],
  }),
  preparedJob: route({
    method: 'get',
    path: '/jobs/:id/prepared',
    who: 'operator',
    says: 'A revision as planned with a revision of the library, with its outlines; 204 where that is not prepared',
    query: Type.Object(
      {
        revision: Type.Integer({ minimum: 0, maximum: 1_000_000_000 }),
        shop: Type.Integer({ minimum: 0, maximum: 1_000_000_000 }),
      },
      { additionalProperties: false },
    ),
    answer: null,
    kind: 'application/json',
    fails: [],
  }),
  writeJob: route({
    method: 'put',
    path: '/jobs/:id',
    who: 'planner',
    says: 'Write a job document',
    body: jobDocument,
    answer: jobSchema,
    startsFrom: true,
    fails: [409, 503],
  }),
  deleteJob: route({
    method: 'delete',
    path: '/jobs/:id',
    who: 'lead',
    says: 'Put a job that was never issued into the bin',
    answer: null,
    fails: [409],
  }),
  placingPdf: route({
    method: 'get',
    path: '/jobs/:id/places.pdf',
    who: 'operator',
    says: 'What a setup sets by position, drawn as large as it is, as the job is saved now',
    query: Type.Object({ setup: Type.String({ maxLength: 60, description: 'Id of the setup.' }), paper }),
    answer: null,
    kind: 'application/pdf',
    patient: true,
    fails: [409, 503],
  }),
  storeFile: route({
    method: 'post',
    path: '/files',
    who: 'planner',
    says: 'Store a file by content hash; its name in the header X-File-Name, percent-encoded',
    body: { as: 'bytes', limit: '64mb', schema: Type.Unsafe<Blob>({}), checkedBy: 'its service' },
    answer: told.storedFileSchema,
    status: 201,
    fails: [413, 503],
  }),
  preparedBodies: route({
    method: 'get',
    path: '/files/:hash/bodies',
    who: 'operator',
    says: 'The bodies of a stored file, read as a part file says; 204 where they are not prepared',
    query: Type.Object(
      {
        unit: Type.Optional(Type.Union([Type.Literal('mm'), Type.Literal('inch')])),
        thickness: Type.Optional(Type.String({ maxLength: 40, pattern: '^[0-9.e+-]+$' })),
        halfProfile: Type.Optional(Type.Literal('true')),
      },
      { additionalProperties: false },
    ),
    answer: null,
    kind: 'application/json',
    fails: [],
  }),
  file: route({
    method: 'get',
    path: '/files/:hash',
    who: 'operator',
    says: 'A stored file',
    answer: null,
    kind: 'application/octet-stream',
    fails: [],
  }),
};
