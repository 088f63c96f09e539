import { Type } from '@sinclair/typebox';
import * as told from '../answers';
import { list, route } from '../route';

const topics = Type.Object({
  topics: Type.String({ description: 'Up to 4 of jobs, shop, job:ID, run:ID, with commas.' }),
});
/** Routes of keeping. */
export const keeping = {
  bin: route({
    method: 'get',
    path: '/bin',
    who: 'lead',
    says: 'Deleted jobs that can still be taken back',
    answer: list(told.binEntrySchema),
    fails: [],
  }),
  takeOutOfBin: route({
    method: 'post',
    path: '/bin/:id',
    who: 'lead',
    says: 'Take a job out of the bin',
    answer: null,
    fails: [409],
  }),
  backups: route({
    method: 'get',
    path: '/backups',
    who: 'lead',
    says: 'Backups that are kept on the server',
    answer: list(told.backupHeadSchema),
    fails: [409],
  }),
  takeBackup: route({
    method: 'post',
    path: '/backups',
    who: 'lead',
    says: 'Take a backup now and prove it',
    answer: list(told.backupHeadSchema),
    status: 201,
    patient: true,
    fails: [409, 507],
  }),
  backup: route({
    method: 'get',
    path: '/backups/:name',
    who: 'lead',
    says: 'A backup as zip',
    answer: null,
    kind: 'application/zip',
    fails: [409],
  }),
  restoreBackup: route({
    method: 'post',
    path: '/backups/:name/restore',
    who: 'lead',
    says: 'Everything becomes as it was when the backup was made; a backup of now is taken first',
    answer: list(told.backupHeadSchema),
    patient: true,
    fails: [409],
  }),
  verifyData: route({
    method: 'post',
    path: '/verify',
    who: 'lead',
    says: 'Walk audit list, issues and files and say what is not as it was written',
    answer: told.dataProblemsSchema,
    patient: true,
    fails: [],
  }),
  news: route({
    method: 'get',
    path: '/news',
    who: 'operator',
    says: 'Server-sent events: each says that one of the topics changed',
    query: topics,
    answer: null,
    kind: 'text/event-stream',
    fails: [],
  }),
};
