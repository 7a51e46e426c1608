import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';

/** In place of the address that the build gives the solver: where it lies. */
const solver = join(dirname(createRequire(import.meta.url).resolve('highs')), 'highs.wasm');
const solverFile = pathToFileURL(solver).href;
export { solverFile as default };
