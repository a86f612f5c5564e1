const swc = (decorators, tsx = false) => [
  '@swc/jest',
  {
    swcrc: false,
    sourceMaps: 'inline',
    jsc: {
      target: 'es2022',
      keepClassNames: true,
      parser: { syntax: 'typescript', decorators, tsx },
      transform: decorators
        ? { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false }
        : { react: { runtime: 'automatic' } },
    },
    module: { type: 'commonjs' },
  },
];
// Packages that ship only ES modules; Jest's own loader reads CommonJS.
const esmOnly = [
  'd3-contour',
  'd3-array',
  'internmap',
  'd3-scale',
  'd3-shape',
  'd3-path',
  'd3-interpolate',
  'd3-format',
  'd3-time',
  'd3-time-format',
  'd3-color',
];
/**
 * Looked up in the sandbox of a test, each use of these costs many times what it does: handed in, they are as fast as
 * outside.
 */
const sandboxInjectedGlobals = ['Math', 'Number', 'Float64Array', 'Int32Array', 'Uint8Array', 'Array', 'Object'];
const node = {
  sandboxInjectedGlobals,
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['source', 'umd', 'node', 'node-addons'] },
  transformIgnorePatterns: [`/node_modules/(?!(${esmOnly.join('|')})/)`],
};

/** @type {import('jest').Config} */
module.exports = {
  projects: [
    {
      ...node,
      displayName: 'core',
      roots: ['<rootDir>/packages/core'],
      testMatch: ['**/*.test.ts'],
      transform: { '\\.[jt]s$': swc(false) },
    },
    {
      ...node,
      displayName: 'server-unit',
      roots: ['<rootDir>/apps/server/src', '<rootDir>/bin'],
      testMatch: ['**/*.test.ts'],
      setupFiles: ['reflect-metadata'],
      transform: { '\\.[jt]s$': swc(true) },
    },
    {
      ...node,
      displayName: 'api',
      roots: ['<rootDir>/apps/server/test'],
      testMatch: ['**/*.test.ts'],
      setupFiles: ['reflect-metadata'],
      transform: { '\\.[jt]s$': swc(true) },
    },
    {
      displayName: 'web',
      sandboxInjectedGlobals,
      roots: ['<rootDir>/apps/web/src'],
      testMatch: ['**/*.test.{ts,tsx}'],
      testEnvironment: 'jsdom',
      testEnvironmentOptions: { customExportConditions: ['source', 'umd', 'browser'] },
      setupFilesAfterEnv: ['<rootDir>/apps/web/src/test/test-setup.ts'],
      transform: { '\\.[jt]sx?$': swc(false, true) },
      transformIgnorePatterns: [`/node_modules/(?!(${esmOnly.join('|')}|idb-keyval|comlink|sonner)/)`],
      moduleNameMapper: {
        '\\?worker&url$': '<rootDir>/apps/web/src/test/test-empty.ts',
        '\\.css$': '<rootDir>/apps/web/src/test/test-empty.ts',
        '^idb-keyval$': '<rootDir>/apps/web/src/test/test-idb.ts',
      },
    },
    {
      ...node,
      displayName: 'e2e',
      roots: ['<rootDir>/e2e/tasks'],
      testMatch: ['**/*.test.ts'],
      transform: { '\\.[jt]s$': swc(false) },
    },
  ],
};
