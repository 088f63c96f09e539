import type { Role } from '@violet-jaw/formats/api';

/** Who is signed in. */
export interface Account {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
