import type { Document } from './document';

/** Version 16: a vise may be a set of jaws of another one. None has been so far. */
export const fromVersion15 = (file: Document): Document => ({ ...file, version: 16 });
