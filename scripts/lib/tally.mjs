// Counting what passed and what failed, over many test runners.
import { existsSync, readFileSync, rmSync } from "node:fs";

export class Tally {
  passed = 0;
  failed = 0;

  /** A single check: it passes if `work` does not reject. */
  async check(name, work) {
    console.log(`\n== ${name}`);
    try {
      await work();
      this.passed++;
    } catch (error) {
      this.failed++;
      console.error(error.message);
    }
  }

  /**
   * A runner that leaves a report: `read` finds `{ passed, failed }` in it. A runner that dies without one, or that
   * fails without naming a failure, counts as one failure.
   */
  async runner(name, report, work, read) {
    console.log(`\n== ${name}`);
    rmSync(report, { force: true });
    const died = await work().then(
      () => null,
      (error) => error,
    );
    const found = existsSync(report) ? read(JSON.parse(readFileSync(report, "utf8"))) : null;
    if (!found) console.error(died?.message ?? `${name} left no report`);
    this.passed += found?.passed ?? 0;
    this.failed += Math.max(found?.failed ?? 1, died ? 1 : 0);
  }
}

export const readJest = ({ numPassedTests, numFailedTests, numRuntimeErrorTestSuites }) => ({
  passed: numPassedTests,
  failed: numFailedTests + numRuntimeErrorTestSuites,
});

export const readPlaywright = ({ stats, errors }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected + (errors?.length ?? 0),
});
