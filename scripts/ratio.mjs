import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './install.mjs';

// npm run ratio: how many of the code lines (not blank) are tests.
const files = execFileSync('git', ['ls-files', 'packages/*.ts', 'packages/*.tsx', 'e2e/*.ts'], {
  cwd: root,
  encoding: 'utf8',
})
  .split('\n')
  .filter(Boolean);
const isTest = (file) => /\.(test|spec|test-support)\.tsx?$/.test(file) || file.startsWith('e2e/');
const lines = (list) =>
  list.reduce(
    (sum, file) =>
      sum +
      readFileSync(join(root, file), 'utf8')
        .split('\n')
        .filter((line) => line.trim() !== '').length,
    0,
  );

const tests = lines(files.filter(isTest));
const all = lines(files);
console.log(`${tests} of ${all} code lines are tests: ${((100 * tests) / all).toFixed(1)} %`);
