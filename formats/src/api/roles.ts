/**
 * From the least to the most: everyone may do what those before them may. A lead has accounts, the shop's library,
 * deletes and backups.
 */
export const ROLES = ['operator', 'planner', 'lead'] as const;
export type Role = (typeof ROLES)[number];

/** Whether a role may do what another one may. */
export const mayAs = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);
