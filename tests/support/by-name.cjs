const { default: Sequencer } = require('@jest/test-sequencer');

/** Test files run by name: the ones against MariaDB share a database, and a failure must come again the next time. */
module.exports = class ByName extends Sequencer {
  sort(tests) {
    return [...tests].sort((one, other) => (one.path < other.path ? -1 : 1));
  }
};
