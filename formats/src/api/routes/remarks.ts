import { Type } from '@sinclair/typebox';
import * as told from '../answers';
import * as body from '../bodies';
import { list, route, small, uuid } from '../route';

/** Routes of remarks, photos and files beside a job. */
export const remarks = {
  remarks: route({
    method: 'get',
    path: '/jobs/:id/remarks',
    who: 'operator',
    says: 'What people remarked about a job, in the order it was made, with what was removed',
    answer: list(told.remarkSchema),
    fails: [],
  }),
  remark: route({
    method: 'post',
    path: '/jobs/:id/remarks',
    who: 'operator',
    says: 'Make a remark; with a stored file a planner may',
    body: small(body.newRemarkSchema),
    answer: told.remarkSchema,
    status: 201,
    fails: [403, 409, 503],
  }),
  photo: route({
    method: 'post',
    path: '/jobs/:id/photos',
    who: 'operator',
    says: 'A photo (JPEG or PNG) as a remark: turned upright, made smaller, written anew without what else stood in it',
    query: Type.Object(
      {
        id: Type.Optional(
          Type.String({
            pattern: uuid,
            description: 'Of the remark, given by who sends it: sent once more it is the same one.',
          }),
        ),
        setup: Type.Optional(Type.String({ maxLength: 60, description: 'Id of the setup it shows.' })),
        letter: Type.Optional(Type.String({ pattern: '^[A-Z]{1,4}$', description: 'Issue that is being run.' })),
      },
      { additionalProperties: false },
    ),
    body: { as: 'bytes', limit: '12mb', schema: Type.Unsafe<Blob>({}), checkedBy: 'its service' },
    answer: told.remarkSchema,
    status: 201,
    patient: true,
    fails: [409, 413, 503],
  }),
  changeRemark: route({
    method: 'put',
    path: '/jobs/:id/remarks/:remark',
    who: 'operator',
    says: "Change, remove or take back a remark of one's own; a planner may those of others",
    body: small(body.remarkChangeSchema),
    answer: told.remarkSchema,
    startsFrom: true,
    fails: [403, 409, 503],
  }),
  photoOf: route({
    method: 'get',
    path: '/photos/:hash',
    who: 'operator',
    says: 'A photo of a remark',
    answer: null,
    kind: 'image/jpeg',
    fails: [],
  }),
};
