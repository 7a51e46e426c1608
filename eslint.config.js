import js from '@eslint/js';
import globals from 'globals';
import access from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

const NAMED_EXPORTS = [
  { selector: 'ExportAllDeclaration', message: 'Name each export.' },
  { selector: 'ExportDefaultDeclaration', message: 'Use named exports.' },
];

/** The floors of core, from the ground up: a room imports only from floors below its own. */
const FLOORS = [
  ['result'],
  ['units'],
  ['geometry'],
  ['wood'],
  ['blades'],
  ['patterns'],
  ['products'],
  ['ledger'],
  ['layout', 'rods'],
  ['planning'],
  ['sawing'],
  ['bench', 'production'],
  ['sheets'],
  ['forms', 'versions'],
];

const noImports = (message, group) => ({ 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] });

const OUTSIDE = ['@rapid-jig/*', 'react', 'react/*', 'express', 'drizzle-orm', 'node:*'];

const roomRules = FLOORS.flatMap((rooms, floor) =>
  rooms.map((room) => ({
    files: [`packages/core/src/${room}/**/*.ts`],
    rules: noImports(
      `core/${room} may import only from the floors below it`,
      FLOORS.slice(floor)
        .flat()
        .filter((other) => other !== room)
        .flatMap((above) => [`../${above}`, `../${above}/*`, `../../${above}`, `../../${above}/*`])
        .concat(OUTSIDE),
    ),
  })),
);

/** Rooms of planning, low to high: each imports only rooms before it, and of those what their index names. */
const PLANNING = ['model', 'needs', 'blanks', 'phases', 'costs', 'stack', 'choice', 'schedule', 'supply', 'verify'];

const abovePlanning = FLOORS.slice(FLOORS.findIndex((rooms) => rooms.includes('planning')) + 1).flat();

const planningRules = PLANNING.map((room, floor) => {
  const above = ['plan', 'wish-prices', 'ways-out', 'index', ...PLANNING.slice(floor + 1)].join('|');
  const below = PLANNING.slice(0, floor).filter((one) => one !== 'model');
  const regex = [
    room === 'model' ? String.raw`^\.\./(?!\.\./)` : String.raw`^\.\.(/(${above})(/|$)|$)`,
    ...(below.length > 0 ? [String.raw`^\.\./(${below.join('|')})/`] : []),
    String.raw`^\.\./\.\./(${abovePlanning.join('|')})(/|$)`,
    '^(@rapid-jig/|react|express|drizzle-orm|node:)',
  ].join('|');
  const message = `planning/${room} may import only the rooms below it, by their index, and the floors below planning`;
  return {
    files: [`packages/core/src/planning/${room}/*.ts`],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ regex, message }] }] },
  };
});

/** The floors of the web app: its rooms in turn, each knowing only those before it; a view knows the views before its own. */
const WEB_FLOORS = [
  ['theme', 'workers'],
  ['words'],
  ['api'],
  ['documents'],
  ['services'],
  ['drawing'],
  ['fields'],
  ['shell'],
  ['blades', 'rack', 'shop', 'templates', 'woods'],
  ['runs'],
  ['patterns', 'wood', 'bench', 'record'],
];

const ELSEWHERE = ['@rapid-jig/server', 'express', 'drizzle-orm'];

const webRules = WEB_FLOORS.flatMap((rooms, floor) =>
  rooms.map((room) => ({
    files: [`packages/web/src/${room}/**/*.{ts,tsx}`, `packages/web/src/${room}.ts`],
    ignores: ['**/*.test.{ts,tsx}', '**/*.test-support.ts'],
    rules: noImports(
      `web/${room} may import only from the floors below it, and reaches the server only over HTTP`,
      WEB_FLOORS.slice(floor)
        .flat()
        .filter((other) => other !== room)
        .flatMap((above) => [`../${above}`, `../${above}/*`, `../../${above}`, `../../${above}/*`])
        .concat(ELSEWHERE),
    ),
  })),
);

const COLOUR = /^#[0-9a-f]{3,8}$|rgba?\(|hsl/i;

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', 'test-results/', 'packages/server/drizzle/'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...ts.configs.stylistic,
  hooks.configs.flat.recommended,
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      '@typescript-eslint/consistent-type-definitions': ['error', 'interface'],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      'no-restricted-syntax': ['error', ...NAMED_EXPORTS],
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/restrict-template-expressions': 'off',
      eqeqeq: 'error',
    },
  },
  {
    // What only types tell: a promise that nobody waits for, a union whose new member a switch would pass over.
    files: ['packages/*/src/**/*.{ts,tsx}', 'e2e/*.ts', 'bench/src/*.ts'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  ...roomRules,
  ...planningRules,
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test-support.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'process', 'setTimeout', 'localStorage'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock: pass the time in.' },
        { object: 'Math', property: 'random', message: 'core has no chance of its own: pass a seed in.' },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.test.ts'],
    rules: { 'no-restricted-imports': 'off', '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['packages/contract/src/**/*.ts'],
    rules: noImports('contract knows only core', ['@rapid-jig/server', '@rapid-jig/web', 'react', 'express']),
  },
  {
    files: ['packages/server/src/**/*.ts'],
    rules: noImports('the server does not know the web app', ['@rapid-jig/web', 'react']),
  },
  {
    files: ['packages/web/src/**/*.{ts,tsx}'],
    ignores: ['packages/web/src/testing/*'],
    rules: noImports('the web app reaches the server only over HTTP', ELSEWHERE),
  },
  ...webRules,
  {
    ...access.flatConfigs.recommended,
    files: ['packages/web/src/**/*.tsx'],
    rules: {
      ...access.flatConfigs.recommended.rules,
      // In a dialog, or a view of one field, that field has the focus.
      'jsx-a11y/no-autofocus': ['error', { ignoreNonDOM: true }],
    },
  },
  {
    files: ['packages/web/src/**/*.{ts,tsx}'],
    ignores: ['packages/web/src/theme/*', '**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...NAMED_EXPORTS,
        { selector: `Literal[value=${String(COLOUR)}]`, message: 'Colours stand in the theme.' },
      ],
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', '**/*.test-support.ts', 'e2e/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    // Playwright reads what a fixture needs from its first parameter, also where it needs nothing.
    files: ['e2e/**/*.ts'],
    rules: { 'no-empty-pattern': 'off' },
  },
  {
    files: ['**/*.cjs'],
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    // Tools ask for default exports, and so do declarations of packages that ship no types.
    files: ['*.config.{js,ts}', '**/*.config.ts', '**/*.d.ts', 'e2e/made-demo.ts', 'scripts/jest-*.mjs'],
    rules: { 'no-restricted-syntax': 'off' },
  },
);
