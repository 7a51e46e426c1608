/** One Jest project per package. The web package's logic is tested without a document; its views in the browser. */
const shared = {
  transform: {
    '\\.(m|c)?[jt]sx?$': [
      '<rootDir>/../../scripts/jest-transform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
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

export default {
  // Every core: by itself it leaves one idle.
  maxWorkers: '100%',
  // No test asserts a time; on shared cores a slow minute must not fail one.
  testTimeout: 60_000,
  projects: [project('core'), project('contract'), project('server'), project('web')],
};
