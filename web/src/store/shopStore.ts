import type { Shop } from '@violet-jaw/core/shop';
import { shopPlace } from './api';
import { openDocument, type DocumentStore } from './documentStore';

let opened: DocumentStore<Shop> | null = null;

/** The shop's library: one store for the whole application. */
export function shopStore(): DocumentStore<Shop> {
  if (!opened) {
    opened = openDocument(shopPlace());
    opened.getState().open();
  }
  return opened;
}
