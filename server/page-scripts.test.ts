import { expect, it } from 'vitest'
import { pageScripts } from './page-scripts.mjs'

it('lists the scripts of each page with all that they import, once each', () => {
  const manifest = {
    'pages/one.vue': { file: 'one.js', resourceType: 'script', imports: ['_a.js', '_b.js', '_gone.js'] },
    'pages/two.vue': { file: 'two.js', resourceType: 'script' },
    '_a.js': { file: 'a.js', resourceType: 'script', imports: ['_b.js'] },
    '_b.js': { file: 'b.js', resourceType: 'script', imports: ['_a.js'] },
    'style.css': { file: 'style.css', resourceType: 'style' },
  }
  expect(pageScripts(manifest)).toEqual({ 'pages/one.vue': ['one.js', 'a.js', 'b.js'], 'pages/two.vue': ['two.js'] })
})
