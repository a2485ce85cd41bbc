import '@testing-library/jest-dom';
import { configure } from '@testing-library/react';
import { webcrypto } from 'node:crypto';
import 'fake-indexeddb/auto';
import { place, went } from './navigation';

// A machine that is busy takes its time; what never comes is waited for no longer than this.
configure({ asyncUtilTimeout: 45_000 });
// What a test did not find is told by its own words, not by three hundred lines of the page.
process.env.DEBUG_PRINT_LIMIT = '1200';

/** What Radix asks of a browser about pointers and room, where nothing is laid out. */
class NoObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
  takeRecords() {
    return [];
  }
}
Object.assign(globalThis, { ResizeObserver: NoObserver, IntersectionObserver: NoObserver });
Object.defineProperty(globalThis, 'crypto', { value: webcrypto, configurable: true });
Object.assign(Element.prototype, {
  hasPointerCapture: () => false,
  setPointerCapture: () => undefined,
  releasePointerCapture: () => undefined,
  scrollIntoView: () => undefined,
});
Blob.prototype.arrayBuffer ??= function readWhole(this: Blob) {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(new Uint8Array(reader.result as ArrayBuffer).buffer);
    reader.onerror = () => reject(reader.error);
    reader.readAsArrayBuffer(this);
  });
};
URL.createObjectURL ??= () => 'blob:picture';
URL.revokeObjectURL ??= () => undefined;
window.matchMedia = (media) =>
  ({
    media,
    matches: false,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }) as unknown as MediaQueryList;
window.scrollTo = () => undefined;

afterEach(() => {
  went.length = 0;
  Object.assign(place, { path: '/', query: '' });
  localStorage.clear();
});
