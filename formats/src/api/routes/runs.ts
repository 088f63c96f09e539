import * as told from '../answers';
import * as body from '../bodies';
import { list, route } from '../route';

/** Routes of runs. */
export const runs = {
  runs: route({
    method: 'get',
    path: '/jobs/:id/runs',
    who: 'operator',
    says: "Runs of a job's issues, newest first",
    answer: list(told.runHeadSchema),
    fails: [],
  }),
  jobReadings: route({
    method: 'get',
    path: '/jobs/:id/readings',
    who: 'operator',
    says: 'Zeros found in the runs of a job, oldest first',
    answer: list(told.readingEntrySchema),
    fails: [],
  }),
  spindleReadings: route({
    method: 'get',
    path: '/jobs/:id/spindle',
    who: 'operator',
    says: 'Where the main spindle stood in the runs of a part from bar, before and after parts, oldest run first',
    answer: list(told.spindleEntrySchema),
    fails: [],
  }),
  run: route({
    method: 'get',
    path: '/runs/:run',
    who: 'operator',
    says: 'A run with its events',
    answer: told.runRecordSchema,
    unlessKnown: true,
    fails: [],
  }),
  endRun: route({
    method: 'delete',
    path: '/runs/:run',
    who: 'operator',
    says: 'End a run that is not finished',
    answer: null,
    fails: [],
  }),
  runHistory: route({
    method: 'get',
    path: '/runs/:run/history',
    who: 'operator',
    says: 'What was answered in a run, against what was expected then',
    answer: told.runHistorySchema,
    fails: [],
  }),
  sendEvents: route({
    method: 'post',
    path: '/runs/:run/events',
    who: 'operator',
    says: 'Add events in order; those known by their id do nothing',
    body: { as: 'json', limit: '600kb', schema: body.runEventsSchema },
    answer: told.runRecordSchema,
    fails: [409, 503],
  }),
  takenMachines: route({
    method: 'get',
    path: '/machines/taken',
    who: 'operator',
    says: 'What is being run on which machine now',
    answer: told.takenMachinesSchema,
    fails: [],
  }),
  machineRegisters: route({
    method: 'get',
    path: '/machines/:machine/registers',
    who: 'operator',
    says: 'Who uses which register of a machine',
    answer: list(told.registerEntrySchema),
    fails: [],
  }),
  machineReadings: route({
    method: 'get',
    path: '/machines/:machine/readings',
    who: 'operator',
    says: 'Zeros found on a machine, oldest first',
    answer: list(told.readingEntrySchema),
    fails: [],
  }),
};
