/** Stands in for the guard that keeps server code out of pages, where no page is built. */
export {};
