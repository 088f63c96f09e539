import { Type, type Static } from '@sinclair/typebox';
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
