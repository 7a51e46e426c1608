/** One Jest project per package; only the web package needs a document. */
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

const project = (name, testEnvironment) => ({
  ...shared,
  displayName: name,
  rootDir: `packages/${name}`,
  testEnvironment,
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/src/**/*.test.tsx'],
});

export default {
  projects: [project('core', 'node'), project('contract', 'node'), project('server', 'node'), project('web', 'jsdom')],
};
