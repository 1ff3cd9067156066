import scripts from '#page-scripts'

/** Where a build is opened by its address, the browser is told at once of all that it will ask for one after the other. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const [, id, stage = 'index'] = /^\/builds\/([\w-]+)(?:\/([\w-]+))?\/?(?:\?|$)/.exec(event.path) ?? []
    if (!id) return
    const files = ['pages/builds/[id].vue', `pages/builds/[id]/${stage}.vue`].flatMap((page) => scripts[page] ?? [])
    html.head.push(
      `<link rel="preload" as="fetch" crossorigin href="/api/builds/${id}">`,
      ...[...new Set(files)].map((file) => `<link rel="modulepreload" as="script" crossorigin href="/_nuxt/${file}">`),
    )
  })
})
