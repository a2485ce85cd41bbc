const path = require('node:path');
const PlainEnvironment = require('./plain-environment.cjs');

/**
 * A test file against MariaDB has a shop and a database server of its own, copied from one that was made once: files run
 * beside each other, in any order, and none meets what another left.
 */
module.exports = class ShopEnvironment extends PlainEnvironment {
  constructor(config, context) {
    super(config, context);
    this.file = path.basename(context.testPath).replace('.test.ts', '');
  }

  async setup() {
    await super.setup();
    const place = process.env.WRENCHWISE_TEST_PLACE;
    if (!place) throw new Error('These tests copy a shop that is made first: node scripts/test.mjs sql');
    const { copyShop } = await import('../../scripts/lib/test-shops.mjs');
    const { folder, database } = await copyShop(
      path.join(place, 'crew'),
      path.join(place, `sql-${this.file}`),
    );
    this.database = database;
    this.global.process.env.WRENCHWISE_DATA = folder;
  }

  async teardown() {
    await this.database?.stop();
    await super.teardown();
  }
};
