/** One Jest project per package. The web package's logic is tested without a document; its views in the browser. */
const shared = {
  transform: {
    '\\.(m|c)?[jt]sx?$': [
      '@swc/jest',
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
  transformIgnorePatterns: ['/node_modules/'],
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
