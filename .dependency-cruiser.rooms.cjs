/** Folders are rooms: two that need each other are one, or want a third. Tests may look anywhere. */
const { options } = require('./.dependency-cruiser.cjs');

module.exports = {
  forbidden: [
    {
      name: 'no-circle-of-rooms',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(packages/core|apps/(web|server))/src' },
      to: { circular: true },
    },
  ],
  options: { ...options, exclude: { path: '(\\.test\\.tsx?$|/test-[a-z]+\\.tsx?$)' } },
};
