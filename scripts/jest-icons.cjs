/* Every icon by its name, as a picture with nothing in it: reading thousands of files takes longer than a test. */
const { readdirSync } = require('node:fs');
const { dirname, join } = require('node:path');
const { createElement } = require('react');

const folder = join(dirname(require.resolve('@tabler/icons-react/package.json')), 'dist/esm/icons');
const icon = ({ size: _size, stroke: _stroke, ...props }) => createElement('svg', props);
for (const file of readdirSync(folder)) if (file.endsWith('.mjs')) exports[file.slice(0, -'.mjs'.length)] = icon;
