import { Type, type Static } from '@sinclair/typebox';
import { MOST_SAID, remarkPlaceSchema } from '@violet-jaw/core/remarks';
import { ROLES } from './roles';

const closed = { additionalProperties: false };
const name = Type.String({ maxLength: 60 });
const password = Type.String({ maxLength: 200 });
const role = Type.Union(ROLES.map((r) => Type.Literal(r)));

export const signInSchema = Type.Object({ name, password }, closed);
export type SignIn = Static<typeof signInSchema>;
export const ownPasswordSchema = Type.Object({ current: password, password }, closed);
export type OwnPassword = Static<typeof ownPasswordSchema>;
/** Without a password: of somebody who signs in elsewhere. */
export const newAccountSchema = Type.Object(
  {
    name,
    role,
    password: Type.Optional(password),
    setupCode: Type.Optional(
      Type.String({ maxLength: 100, description: 'For the first account: printed where the server was started.' }),
    ),
  },
  closed,
);
export type NewAccount = Static<typeof newAccountSchema>;
export const accountChangeSchema = Type.Object(
  { role: Type.Optional(role), active: Type.Optional(Type.Boolean()), password: Type.Optional(password) },
  closed,
);
export type AccountChange = Static<typeof accountChangeSchema>;

const setupId = Type.Union([Type.Null(), Type.String({ maxLength: 60 })]);
const place = Type.Union([Type.Null(), remarkPlaceSchema]);
const remarkSays = Type.String({ maxLength: MOST_SAID });
/** A remark in words, or beside a file that is stored already. */
export const newRemarkSchema = Type.Object(
  {
    says: remarkSays,
    setupId,
    place,
    letter: Type.Union([Type.Null(), Type.String({ pattern: '^[A-Z]{1,4}$' })]),
    file: Type.Optional(
      Type.Object(
        { hash: Type.String({ pattern: '^[0-9a-f]{64}$' }), name: Type.String({ minLength: 1, maxLength: 500 }) },
        { ...closed, description: 'Stored before by "Store a file"; planners only.' },
      ),
    ),
  },
  closed,
);
export type NewRemark = Static<typeof newRemarkSchema>;
/** What of a remark is to be another; what is left out stays. */
export const remarkChangeSchema = Type.Object(
  {
    says: Type.Optional(remarkSays),
    setupId: Type.Optional(setupId),
    place: Type.Optional(place),
    onSheet: Type.Optional(Type.Boolean()),
    removed: Type.Optional(Type.Boolean()),
  },
  { ...closed, minProperties: 1 },
);
export type RemarkChange = Static<typeof remarkChangeSchema>;

/** Where a job stands and what it belongs to; what is left out stays. */
export const jobStateSchema = Type.Object(
  {
    done: Type.Optional(Type.Boolean()),
    archived: Type.Optional(Type.Boolean()),
    family: Type.Optional(
      Type.String({ maxLength: 200, description: 'Jobs of the same part in other sizes go by one name. Empty: none.' }),
    ),
    pattern: Type.Optional(Type.Boolean({ description: 'Others begin with its route; it is listed as that only.' })),
  },
  { ...closed, minProperties: 1 },
);
export type JobStateChange = Static<typeof jobStateSchema>;

/** A length somebody measured, and what they saw there before: it is not written over another reading unseen. */
export const toolLengthSchema = Type.Object(
  {
    length: Type.Number({ exclusiveMinimum: 0, maximum: 2000, description: 'From the gauge line to the tip, mm.' }),
    was: Type.Union([Type.Null(), Type.Number()], { description: 'The length that stood there; null: none.' }),
  },
  closed,
);
export type ToolLength = Static<typeof toolLengthSchema>;

export const issueNoteSchema = Type.Object({ note: Type.String({ maxLength: 4000 }) }, closed);

const eventHead = {
  id: Type.String({ minLength: 8, maxLength: 64 }),
  at: Type.String({ maxLength: 40 }),
  stepId: Type.String({ maxLength: 120 }),
  who: Type.Optional(Type.String({ maxLength: 60 })),
};
const value = Type.Union([Type.Number({ minimum: -1e6, maximum: 1e6 }), Type.Boolean()]);
const eventSchema = Type.Union([
  Type.Object(
    {
      ...eventHead,
      kind: Type.Literal('answer'),
      values: Type.Record(Type.String({ maxLength: 40 }), value, { maxProperties: 40 }),
    },
    closed,
  ),
  Type.Object({ ...eventHead, kind: Type.Literal('again') }, closed),
  Type.Object({ ...eventHead, kind: Type.Literal('back') }, closed),
  Type.Object(
    { ...eventHead, kind: Type.Literal('accept'), reason: Type.String({ minLength: 3, maxLength: 2000 }) },
    closed,
  ),
]);
/** Events of a run in their order. */
export const runEventsSchema = Type.Object(
  {
    jobId: Type.String({ pattern: '^[0-9a-f-]{36}$' }),
    letter: Type.String({ pattern: '^[A-Z]{1,4}$' }),
    startedAt: Type.String({ maxLength: 40 }),
    events: Type.Array(eventSchema, { maxItems: 500 }),
  },
  closed,
);
export type RunEvents = Static<typeof runEventsSchema>;
