/** The one direction of dependence: core ← contract ← server, web; every folder is entered by its index. */
const PARTS = '(core|words|contract|server|web|standins|demo)';
/** Core's groups from the ground up: each rests only on those before it. */
const FLOORS = ['basis', 'credit', 'file', 'people', 'means', 'lending', 'insuring', 'leasing', 'figures', 'evidence', 'gates'];
/** What describes a detail rests on nothing but the ground, so every floor may read it. */
const DESCRIPTION = '/(fields\\.ts|income/(kinds|methods)/[^/]+\\.ts)$';
const TEST = '\\.test\\.ts$';

module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: TEST },
      to: { path: '^(words|contract|server|web|standins)/|^node:|^(fs|path|crypto|http|child_process)$', dependencyTypesNot: [] },
    },
    { name: 'core-has-no-io', severity: 'error', from: { path: '^core/src', pathNot: TEST }, to: { dependencyTypes: ['core'] } },
    { name: 'words-know-core-only', severity: 'error', from: { path: '^words/src' }, to: { path: '^(contract|server|web|standins|demo)/' } },
    { name: 'contract-knows-core-only', severity: 'error', from: { path: '^contract/src' }, to: { path: '^(words|server|web|standins)/' } },
    { name: 'server-knows-no-screen', severity: 'error', from: { path: '^server/src' }, to: { path: '^(web|standins|demo)/' } },
    { name: 'web-knows-no-server', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|standins)/' } },
    { name: 'standins-stand-alone', severity: 'error', from: { path: '^standins/src' }, to: { path: '^(core|words|contract|server|web)/' } },
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
      from: { path: '^(contract|server|standins)/src/([^/]+)/' },
      to: { path: '^$1/src/[^/]+/', pathNot: ['^$1/src/$2/', '^$1/src/[^/]+/index\\.ts$'] },
    },
    {
      name: 'web-concepts-by-their-index',
      comment: 'A page that is fetched when it is looked at is named by its file; an index would fetch it with everything else',
      severity: 'error',
      from: { path: '^web/src/(?:([^/]+)/|DeskApp)' },
      to: { path: '^web/src/[^/]+/', pathNot: ['^web/src/$1/', '^web/src/[^/]+/index\\.ts$'], dynamic: false },
    },
    {
      name: 'core-concepts-by-their-index',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/([^/]+)/' },
      to: { path: '^core/src/[^/]+/[^/]+/', pathNot: ['^core/src/$1/$2/', '^core/src/[^/]+/[^/]+/index\\.ts$', DESCRIPTION] },
    },
    ...FLOORS.map((floor, at) => ({
      name: `core-${floor}-rests-on-what-is-below`,
      severity: 'error',
      from: { path: `^core/src/${floor}/`, pathNot: TEST },
      to: { path: `^core/src/(${FLOORS.slice(at + 1).join('|') || 'nothing'})/`, pathNot: DESCRIPTION },
    })),
    {
      name: 'descriptions-rest-on-the-ground',
      severity: 'error',
      from: { path: `^core/src/.+${DESCRIPTION}` },
      to: { path: '^core/src/', pathNot: ['^core/src/(basis|credit)/', DESCRIPTION] },
    },
    { name: 'no-circles', severity: 'error', from: { path: `^${PARTS}/src` }, to: { circular: true } },
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
