import path from 'node:path';

const config = { turbopack: { root: path.resolve(import.meta.dirname, '..', '..') } };
export default config;
