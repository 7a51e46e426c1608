import { createHash } from 'node:crypto';
import swc from '@swc/jest';

/**
 * What code looks up all the time. In the context that Jest runs a test file in, each look-up of a global goes through an
 * interceptor; as constants of the module they do not (all unit tests: half the time). Not `Date`, which fake clocks replace.
 */
const BUILT_INS = [
  'Array',
  'ArrayBuffer',
  'BigInt',
  'Boolean',
  'Error',
  'Float32Array',
  'Float64Array',
  'Infinity',
  'Int32Array',
  'JSON',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Promise',
  'RangeError',
  'Set',
  'String',
  'Symbol',
  'TypeError',
  'Uint16Array',
  'Uint32Array',
  'Uint8Array',
  'WeakMap',
  'isFinite',
  'isNaN',
  'parseFloat',
  'parseInt',
  'undefined',
];

/** Names a module has for things of its own: `class Set`, `import { Map }`, `var Promise = …`. */
const declares = (code, name) =>
  new RegExp(
    `\\b(?:class|function|const|let|var|as)\\s+${name}\\b|\\bimport\\b[^;'"]*[{,\\s]${name}\\b|[{,]\\s*${name}\\s*[,}=]`,
  ).test(code);

function hoisted(code) {
  const names = BUILT_INS.filter((name) => new RegExp(`\\b${name}\\b`).test(code) && !declares(code, name));
  if (names.length === 0) return code;
  const line = `const { ${names.join(', ')} } = globalThis;`;
  // A directive counts only where it stands first; on its line, so that line numbers stay what they are.
  const directive = /^(?:\s|\/\/[^\n]*\n|\/\*[\s\S]*?\*\/)*(['"])use strict\1;?/.exec(code)?.[0] ?? '';
  return `${directive}${line}${code.slice(directive.length)}`;
}

const withHoisted = (result) => ({ ...result, code: hoisted(result.code) });

/** TypeScript goes through swc; of a library's JavaScript just the look-ups are taken out. */
export default {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    const isOurs = (path) => !path.includes('/node_modules/');
    return {
      ...inner,
      process: (code, path, how) =>
        isOurs(path) ? withHoisted(inner.process(code, path, how)) : { code: hoisted(code) },
      processAsync: async (code, path, how) =>
        isOurs(path) ? withHoisted(await inner.processAsync(code, path, how)) : { code: hoisted(code) },
      getCacheKey: (code, path, how) =>
        createHash('sha256')
          .update(inner.getCacheKey(code, path, how))
          .update(BUILT_INS.join())
          .update(String(isOurs(path)))
          .digest('hex'),
    };
  },
};
