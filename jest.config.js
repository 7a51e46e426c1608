/** One Jest project per package, and one for what the views of the web app show and do, with the real server in the same process. */
const shared = {
  transform: {
    '\\.(m|c)?[jt]sx?$': [
      '<rootDir>/../../scripts/jest-transform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  // Libraries too: see there. Those that come in one great file are left as they are.
  transformIgnorePatterns: [
    '/node_modules/(?!clipper2-ts|flatbush|flatqueue|polylabel|svgpath|fast-xml-parser|fast-check|jsts|polygon-clipping|maxrects-packer|fft.js|simplify-js|@noble|css-select|pure-rand)',
  ],
};

const project = (name) => ({
  ...shared,
  displayName: name,
  rootDir: `packages/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/src/**/*.test.tsx'],
});

const support = (file) => `<rootDir>/src/testing/${file}`;

const views = {
  ...project('web'),
  displayName: 'views',
  testEnvironment: '<rootDir>/../../scripts/jest-dom.mjs',
  testMatch: ['<rootDir>/src/**/*.view.test.ts'],
  moduleNameMapper: {
    '^comlink$': support('comlink.test-support.ts'),
    '^@tabler/icons-react$': '<rootDir>/../../scripts/jest-icons.cjs',
    '^highs/runtime$': support('solver-file.test-support.ts'),
    '^recharts$': support('charts.test-support.ts'),
    '^virtual:pwa-register$|\\.css$': support('nothing.test-support.ts'),
  },
};

const web = { ...project('web'), testPathIgnorePatterns: ['\\.view\\.test\\.ts$'] };

export default {
  // Every core: by itself it leaves one idle.
  maxWorkers: '100%',
  // No test asserts a time; on shared cores a slow minute must not fail one.
  testTimeout: 60_000,
  projects: [project('core'), project('contract'), project('server'), web, views],
};
