/** The one direction of dependence: core ← contract ← server, web; every folder is entered by its index. */
const PARTS = '(core|contract|server|web|standins)';

module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(contract|server|web|standins)/|^node:|^(fs|path|crypto|http|child_process)$', dependencyTypesNot: [] },
    },
    { name: 'core-has-no-io', severity: 'error', from: { path: '^core/src' }, to: { dependencyTypes: ['core'] } },
    { name: 'contract-knows-core-only', severity: 'error', from: { path: '^contract/src' }, to: { path: '^(server|web|standins)/' } },
    { name: 'server-knows-no-screen', severity: 'error', from: { path: '^server/src' }, to: { path: '^(web|standins)/' } },
    { name: 'web-knows-no-server', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|standins)/' } },
    { name: 'standins-stand-alone', severity: 'error', from: { path: '^standins/src' }, to: { path: '^(core|contract|server|web)/' } },
    {
      name: 'parts-by-their-index',
      comment: 'Another part is entered by its index only',
      severity: 'error',
      from: { path: `^${PARTS}/src` },
      to: { path: `^${PARTS}/src/.+`, pathNot: [`^$1/src`, `^${PARTS}/src/index\\.ts$`] },
    },
    {
      name: 'concepts-by-their-index',
      comment: 'Another concept’s folder is entered by its index only',
      severity: 'error',
      from: { path: '^(core|contract|server|standins)/src/([^/]+)/' },
      to: { path: '^$1/src/[^/]+/', pathNot: ['^$1/src/$2/', '^$1/src/[^/]+/index\\.ts$'] },
    },
    { name: 'no-unresolved', severity: 'error', from: { path: `^${PARTS}/src` }, to: { couldNotResolve: true, pathNot: '\\?url$' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.js', '.vue', '.mjs', '.json'],
    },
  },
};
