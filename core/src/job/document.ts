/** What is known of a document before it is checked against a schema. */
export type Document = Record<string, unknown>;

export const isDocument = (value: unknown): value is Document =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
export const within = (value: unknown): Document => (isDocument(value) ? value : {});
export const list = (value: unknown): Document[] => (Array.isArray(value) ? value.map(within) : []);
