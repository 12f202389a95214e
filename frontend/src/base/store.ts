// A database of the browser's, opened when it is first needed and once for the page.
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

export interface Store<T extends DBSchema> {
  open: () => Promise<IDBPDatabase<T>>;
  /** As after the page was closed. */
  close: () => Promise<void>;
}

export function store<T extends DBSchema>(name: string, version: number, make: (db: IDBPDatabase<T>) => void): Store<T> {
  let opened: Promise<IDBPDatabase<T>> | null = null;
  return {
    open: () => {
      opened ??= openDB<T>(name, version, {
        upgrade: make,
        // Another window with a newer version must not wait for this one.
        blocking: (_current, _wanted, event) => { (event.target as IDBDatabase).close(); opened = null; },
        terminated: () => { opened = null; },
      }).catch((error: unknown) => {
        opened = null;
        throw error;
      });
      return opened;
    },
    close: async () => {
      const db = await opened;
      opened = null;
      db?.close();
    },
  };
}
