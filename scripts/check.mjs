import { execFileSync } from 'node:child_process';
import { ensurePackages, inBackground, root, run } from './install.mjs';

// npm run check -- packages/core/src/units/length.ts …: lint, types, and the tests that these files concern; without files, those
// that are not committed yet. Browser tests are left to npm test.
const git = (...args) => execFileSync('git', args, { cwd: root, encoding: 'utf8' }).split('\n').filter(Boolean);
const named = process.argv.slice(2);
const files =
  named.length > 0
    ? named
    : [...git('diff', '--name-only', 'HEAD', '--diff-filter=d'), ...git('ls-files', '-o', '--exclude-standard')];
const code = files.filter((file) => /\.(tsx?|mjs|cjs|js)$/.test(file));

ensurePackages();
if (code.length === 0) console.log('No code among these files.');
else {
  const types = inBackground('npm', ['run', '--silent', 'types']);
  run('npx', ['prettier', '--check', '--log-level', 'warn', ...files]);
  run('npx', ['eslint', ...code]);
  (await types)();
  const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
  run(process.execPath, [...jest, '--silent', '--passWithNoTests', '--findRelatedTests', ...code]);
}
