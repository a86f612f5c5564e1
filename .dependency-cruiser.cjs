/** The arrows of the house: web -> core, server -> core, never back, never across. */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { path: '^(apps|e2e|bin)/' },
    },
    {
      name: 'core-has-no-framework-or-node',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-uses-only-pure-packages',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$' },
      to: {
        path: 'node_modules',
        pathNot:
          'node_modules/(cdt2d|is-any-array|ml-matrix|d3-contour|dxf-parser|dxf-writer|fflate|pdf-lib|fast-xml-parser|fft[.]js|papaparse|svgpath|@types)',
      },
    },
    {
      name: 'web-and-server-do-not-meet',
      severity: 'error',
      from: { path: '^apps/web' },
      to: { path: '^apps/server' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    {
      name: 'core-through-its-door',
      severity: 'error',
      from: { path: '^apps/' },
      to: { path: '^packages/core/src/.+', pathNot: '^packages/core/src/[^/]+/index\\.ts$' },
    },
    {
      name: 'core-folders-through-their-index',
      comment: 'A folder of the core is reached through its index, so that its inside can change.',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: {
        path: '^packages/core/src/([^/]+)/.+',
        pathNot: ['^packages/core/src/$1/', '^packages/core/src/[^/]+/index\\.ts$'],
      },
    },
    {
      name: 'no-page-imports-a-page',
      comment: 'What two pages share has a room of its own.',
      severity: 'error',
      from: { path: '^apps/web/src/pages/([^/]+)/' },
      to: { path: '^apps/web/src/pages/', pathNot: '^apps/web/src/pages/$1/' },
    },
    {
      name: 'pages-are-on-top',
      severity: 'error',
      from: { path: '^apps/web/src/(?!app/|pages/)', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/(app|pages)/' },
    },
    {
      name: 'drawing-controls-and-words-look-not-up',
      severity: 'error',
      from: { path: '^apps/web/src/(plate|ui|words)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/(bracing|compute|flex|forms|frame|listening|pages|app)/' },
    },
    {
      name: 'no-test-in-product',
      severity: 'error',
      from: { pathNot: '(\\.test\\.tsx?$|/test/)' },
      to: { path: '\\.test\\.tsx?$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['source', 'import', 'require', 'default'] },
    tsConfig: { fileName: 'tsconfig.base.json' },
  },
};
