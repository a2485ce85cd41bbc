/** Counts what the tests did: how many passed and failed, how long each stage and each file took. */

const SLOWEST = 20;
const seconds = (ms) => `${(ms / 1000).toFixed(1).padStart(6)} s`;

export class Tally {
  passed = 0;
  failed = 0;
  #began = Date.now();
  #stages = [];
  #files = [];

  /** Runs a stage and keeps its time; `work` is handed what counts its tests and files. */
  async stage(what, work) {
    const began = Date.now();
    console.log(`[${seconds(began - this.#began).trim()}] ${what}`);
    try {
      return await work({
        count: (passed, failed, output) => {
          this.passed += passed;
          this.failed += failed;
          console.log(`      ${what}: ${passed} passed, ${failed} failed`);
          if (failed) console.log(output.trimEnd());
        },
        file: (name, ms) => this.#files.push({ name, ms }),
      });
    } finally {
      this.#stages.push({ what, ms: Date.now() - began, from: began - this.#began });
    }
  }

  /** Something outside any test is in the way. */
  fail(sentence) {
    this.failed += 1;
    console.error(sentence);
  }

  close() {
    console.log('\nTime by stage (stages run beside each other):');
    for (const { what, ms, from } of this.#stages)
      console.log(`  ${seconds(ms)}  from ${seconds(from)}  ${what}`);
    if (this.#files.length) {
      console.log(`\nThe slowest files:`);
      for (const { name, ms } of this.#files.sort((a, b) => b.ms - a.ms).slice(0, SLOWEST))
        console.log(`  ${seconds(ms)}  ${name}`);
    }
    console.log(`\nIn all ${seconds(Date.now() - this.#began).trim()}.`);
    console.log(`\n${this.passed} passed, ${this.failed} failed`);
  }
}
