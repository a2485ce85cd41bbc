const vm = require('node:vm');
const { TestEnvironment } = require('jest-environment-node');

/**
 * Tests run in a context of their own whose globals are an ordinary object. By default each use of a global as plain as Math
 * or Map goes through an interceptor there, and a file that computes takes several times as long as the program it tests.
 */
module.exports = class PlainEnvironment extends TestEnvironment {
  constructor(config, context) {
    const { createContext } = vm;
    const plain = vm.constants?.DONT_CONTEXTIFY;
    if (plain) vm.createContext = () => createContext(plain);
    try {
      super(config, context);
    } finally {
      vm.createContext = createContext;
    }
    // Deep traces are taken for every statement of the database's driver, and nobody reads a hundred lines of them.
    this.global.Error.stackTraceLimit = 10;
  }
};
