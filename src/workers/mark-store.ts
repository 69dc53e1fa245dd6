import type { BenchMark } from "@/core/bench/thread";
import type { MarkStore } from "./bench";

const DATABASE = "wallodrom-bench";
const STORE = "marks";
const KEY = "mark";

/** Keeps the mark in the browser's own database: a whole setup may be too large for anything smaller. */
export const browserMarks: MarkStore = {
  read: () => withStore("readonly", (store) => store.get(KEY) as IDBRequest<BenchMark | undefined>),
  write: async (mark) => {
    await withStore("readwrite", (store) => store.put(mark, KEY));
  },
};

function withStore<T>(mode: IDBTransactionMode, use: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const opening = indexedDB.open(DATABASE, 1);
    opening.onupgradeneeded = () => opening.result.createObjectStore(STORE);
    opening.onerror = () => reject(new Error("the browser keeps nothing"));
    opening.onsuccess = () => {
      const asked = use(opening.result.transaction(STORE, mode).objectStore(STORE));
      asked.onerror = () => reject(new Error("the browser keeps nothing"));
      asked.onsuccess = () => {
        resolve(asked.result);
        opening.result.close();
      };
    };
  });
}
