// Development server with reload: npm run dev [-- --port N] [--data DIR]
import { resolve, join } from 'node:path'
import { install, option, root, run } from './lib/setup.mjs'

install()
const data = resolve(String(option('data') ?? join(root, 'data')))
run('npx', ['nuxt', 'dev', '--host', '127.0.0.1', '--port', String(option('port') ?? 4174)], {
  loud: true,
  env: { YPODOMA_DATA: data },
})
