import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, ensureChromium, ensurePackages, ensurePoppler, inBackground, root, run } from './install.mjs';

// npm test: installs what is missing, then lint, types, unit tests, browser tests. Ends with `N passed, N failed`.
const results = join(root, 'test-results');

/** Runs a step to its end; true where it passed. Later steps run all the same, so that one run tells everything. */
async function step(name, work) {
  try {
    console.log(`\n== ${name}`);
    await work();
    return true;
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    return false;
  }
}

const readResult = (name) => {
  try {
    return JSON.parse(readFileSync(join(results, name), 'utf8'));
  } catch {
    return null;
  }
};

ensurePackages();
const chromium = ensureChromium();
ensurePoppler();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
// Lint keeps one core busy for a minute; the others run beside it.
const lint = inBackground('npm', ['run', '--silent', 'lint']);
const steps = [
  await step('types', () => run('npm', ['run', '--silent', 'types'])),
  await step('build', build),
  await step('unit tests', () =>
    run(process.execPath, [...jest, '--silent', '--json', '--outputFile=test-results/unit.json']),
  ),
  await step('lint', async () => (await lint)()),
  await step('browser tests', () => run('npm', ['run', '--silent', 'test:browser'], { RAPID_JIG_CHROMIUM: chromium })),
];

const unit = readResult('unit.json');
const browser = readResult('browser.json');
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0);
const failedTests =
  (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? 0) + (browser?.stats.unexpected ?? 0);
// A step that failed without a test to show for it (lint, types, build, a crash) counts as one.
const failed = Math.max(failedTests, steps.filter((ok) => !ok).length);
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 && passed > 0 ? 0 : 1;
