/**
 * The house's rules, held in `npm test`: between the workspaces arrows go one way, inside the core a folder uses the floors below
 * it and its own, and nothing goes in a circle, types included.
 */
const FLOORS = ['ground', 'measuring', 'model', 'deciding', 'doing', 'proving'];
const CORE = '^packages/core/src/';

/** What stands lower knows nothing of what stands higher. */
const floorsAbove = FLOORS.slice(0, -1).map((floor, i) => ({
  name: `${floor}-knows-no-higher-floor`,
  comment: 'A folder of the core uses the floors below it and its own.',
  severity: 'error',
  from: { path: `${CORE}${floor}/` },
  to: { path: `${CORE}(${FLOORS.slice(i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    {
      name: 'no-circle',
      comment:
        'Two files that know each other are one file, or want a third below both. Imports of types count.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-circle-of-folders',
      comment: 'Folders of one floor of the core stand in an order as well.',
      severity: 'error',
      scope: 'folder',
      from: { path: `${CORE}[^/]+/[^/]+` },
      to: { circular: true },
    },
    ...floorsAbove,
    {
      name: 'core-knows-nobody',
      comment: 'Nothing in the core knows who calls it.',
      severity: 'error',
      from: { path: '^packages/core/' },
      to: { path: '^(apps|demo|stand-ins|e2e|bench)/' },
    },
    {
      name: 'server-knows-no-page',
      severity: 'error',
      from: { path: '^apps/server/' },
      to: { path: '^(apps/web|e2e)/' },
    },
    {
      name: 'page-knows-the-core-alone',
      severity: 'error',
      from: { path: '^apps/web/' },
      to: { path: '^(apps/server|demo|stand-ins|e2e|bench)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Tests look at whatever they test; that nothing which runs looks at tests is the linter's.
    exclude: { path: '(^|/)(dist|node_modules|\\.data|\\.angular|testing)/|\\.(test|spec)\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.lint.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.mjs', '.js'],
      exportsFields: ['exports'],
      conditionNames: ['import'],
    },
  },
};
