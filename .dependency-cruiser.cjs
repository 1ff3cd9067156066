/** Folders of core, from the ground up; each may import what stands before it. */
const layers = [
  ['memo', 'editing'],
  ['units'],
  ['catalogue'],
  ['protocols'],
  ['plan'],
  ['electrics'],
  ['schema', 'links'],
  ['suitability', 'entry', 'tracing'],
  ['flight', 'controls'],
  ['allocation', 'harness', 'settings', 'modules'],
  ['display', 'lights'],
  ['checks'],
  ['documents'],
  ['template', 'pasted'],
  ['engine'],
]

const inside = (folder) => `^core/${folder}/`
const upward = layers.slice(0, -1).flatMap((folders, at) =>
  folders.map((folder) => ({
    name: `core-${folder}-imports-downward`,
    severity: 'error',
    from: { path: inside(folder), pathNot: '\\.test\\.ts$' },
    to: {
      path: layers
        .slice(at + 1)
        .flat()
        .map(inside),
    },
  })),
)

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: ['^app/', '^server/', '^cli/', '^scripts/', 'node_modules/(vue|nuxt|pinia|vuetify|better-sqlite3|h3)/', '^node:'],
      },
    },
    {
      name: 'core-folders-by-their-door',
      severity: 'error',
      from: { path: '^core/([^/]+)/' },
      to: { path: '^core/([^/]+)/.+', pathNot: ['^core/$1/', '^core/[^/]+/index\\.ts$'] },
    },
    {
      name: 'outside-by-the-door',
      severity: 'error',
      from: { pathNot: '^core/' },
      to: { path: '^core/', pathNot: '^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'contract-on-core-alone',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(app|server|cli|scripts)/' },
    },
    { name: 'app-not-server', severity: 'error', from: { path: '^app/' }, to: { path: '^server/' } },
    { name: 'server-not-app', severity: 'error', from: { path: '^server/' }, to: { path: '^app/' } },
    ...upward,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tools.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.mjs', '.js'] },
  },
}
