'use client';

import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Entry } from '@/core/ledger/entries';
import type { BayBundle } from '../bay/bay-bundle';

/** A move that waits on this device until the server has it. */
export interface Waiting {
  /** The order in which it goes out. */
  seq?: number;
  id: string;
  orderId: string;
  name: string;
  at: string;
  personId: string;
  /** The text that was signed, and its signature. */
  body: string;
  signature: string;
  /** What it makes of the record, for the screen here. */
  entries: Entry[];
  /** Why the shop refused it for good; it is no longer sent. */
  aside?: string;
  /** A picture that has to arrive before it. */
  photo?: { blob: Blob; hash: string; signature: string };
}

interface Schema extends DBSchema {
  bundles: { key: string; value: BayBundle };
  outbox: { key: number; value: Waiting; indexes: { id: string } };
  keys: { key: string; value: { personId: string; pair: CryptoKeyPair } };
  meta: { key: string; value: unknown };
}

let opening: Promise<IDBPDatabase<Schema>> | null = null;

/** The device's own store: cars as last read, moves that wait, keys that never leave it. */
export function store(): Promise<IDBPDatabase<Schema>> {
  opening ??= openDB<Schema>('wrenchwise-bay', 1, {
    upgrade(db) {
      db.createObjectStore('bundles', { keyPath: 'orderId' });
      db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true }).createIndex('id', 'id');
      db.createObjectStore('keys', { keyPath: 'personId' });
      db.createObjectStore('meta');
    },
  });
  return opening;
}

/** Can this browser keep things safely? Only over https or on the machine itself. */
export const mayWorkOffline = (): boolean =>
  typeof window !== 'undefined' &&
  window.isSecureContext &&
  'indexedDB' in window &&
  Boolean(window.crypto?.subtle);
