import { Type } from '@sinclair/typebox';
import { CONTROL_PARTS } from '@violet-jaw/core/control/parts.ts';
import * as told from '../answers';
import * as body from '../bodies';
import { list, paper, route, small } from '../route';

const part = Type.Object({ part: Type.Optional(Type.Union(CONTROL_PARTS.map((p) => Type.Literal(p)))) });
/** Routes of issues. */
export const issues = {
  issues: route({
    method: 'get',
    path: '/jobs/:id/issues',
    who: 'operator',
    says: 'Issues with what changed between them',
    answer: list(told.issueHeadSchema),
    fails: [],
  }),
  issueGoing: route({
    method: 'get',
    path: '/jobs/:id/issues/going',
    who: 'operator',
    says: 'What the issue that is just being made is at, in words; null: none is',
    answer: told.issueGoingSchema,
    fails: [],
  }),
  issue: route({
    method: 'post',
    path: '/jobs/:id/issues',
    who: 'planner',
    says: 'Issue the next letter',
    body: small(body.issueNoteSchema),
    answer: told.issueHeadSchema,
    status: 201,
    startsFrom: true,
    patient: true,
    fails: [409, 503],
  }),
  issueSheet: route({
    method: 'get',
    path: '/jobs/:id/issues/:letter/sheet',
    who: 'operator',
    says: 'The frozen sheet as data',
    answer: told.sheetSchema,
    fails: [],
  }),
  issueEntries: route({
    method: 'get',
    path: '/jobs/:id/issues/:letter/entries',
    who: 'operator',
    says: 'The frozen numbers, flat',
    answer: list(told.entrySchema),
    fails: [],
  }),
  frozen: route({
    method: 'get',
    path: '/jobs/:id/issues/:letter/frozen',
    who: 'operator',
    says: 'Job and library as they were frozen, brought up to date',
    answer: told.frozenSchema,
    fails: [409],
  }),
  runPlan: route({
    method: 'get',
    path: '/jobs/:id/issues/:letter/run',
    who: 'operator',
    says: 'What the operator does, step by step',
    answer: told.runToOpenSchema,
    fails: [409],
  }),
  sheetPdf: route({
    method: 'get',
    path: '/jobs/:id/issues/:letter/sheet.pdf',
    who: 'operator',
    says: 'The frozen PDF',
    query: Type.Object({ paper }),
    answer: null,
    kind: 'application/pdf',
    fails: [],
  }),
  controlLines: route({
    method: 'get',
    path: '/jobs/:id/issues/:letter/control.nc',
    who: 'operator',
    says: 'Lines for the control',
    query: part,
    answer: null,
    kind: 'text/plain',
    fails: [],
  }),
};
