import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

/** The styles of all components, and the style sheet without the tokens themselves. */
const styles = readdirSync('app', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(vue|css)$/.test(file))
  .map((file) => ({ file, text: readFileSync(`app/${file}`, 'utf8') }))
  .map(({ file, text }) => ({
    file,
    css: file.endsWith('.vue') ? (text.split('<style')[1] ?? '') : text.replace(/:root \{.*?\n\}/s, ''),
  }))

/** Declarations of a property with a figure of their own; a hair of 1px is none. */
function literals(property: string): string[] {
  const declaration = new RegExp(`(?:^|[\\s;{])(${property})\\s*:([^;}]*)`, 'g')
  return styles.flatMap(({ file, css }) =>
    [...css.matchAll(declaration)]
      .filter(([, , value]) => /(?<![\w.-])(?!1px)\d*\.?\d+(px|rem)/.test(value!))
      .map(([, name, value]) => `${file}: ${name}:${value}`),
  )
}

describe('styles', () => {
  it('take their type sizes from tokens', () => {
    expect(literals('font-size')).toEqual([])
  })
  it('take their spacing from tokens', () => {
    expect(literals('(?:padding|margin|gap|row-gap|column-gap)(?:-[a-z-]+)?')).toEqual([])
  })
  it('use only tokens that there are', () => {
    const sheet = readFileSync('app/assets/main.css', 'utf8')
    const used = styles.flatMap(({ css }) => [...css.matchAll(/var\((--(?:text|space)-[\w]+)\)/g)].map(([, name]) => name!))
    expect(used.length).toBeGreaterThan(100)
    for (const name of new Set(used)) expect(sheet).toContain(`${name}:`)
  })
})
