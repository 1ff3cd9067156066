import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { allocated } from '../../tests/helpers/plans'
import { resolvePlan } from '../plan'
import { renderTemplate, TemplateError, templateLimits } from './template'

const hex = resolvePlan(allocated('spillway-hex'))
const make = (text: string) => renderTemplate(text, hex)
/** What a template is refused with. */
function refusal(text: string): TemplateError {
  try {
    const made = make(text)
    throw new Error(`made ${made.length} characters: ${made.slice(0, 200)}`)
  } catch (error) {
    if (error instanceof TemplateError) return error
    throw error
  }
}

describe('templates', () => {
  it('those that ship are carried out on every demo build', () => {
    for (const file of readdirSync('templates'))
      for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
        const made = renderTemplate(readFileSync(`templates/${file}`, 'utf8'), resolvePlan(allocated(name)))
        expect(made.split('\n').length, file).toBeGreaterThan(10)
      }
    expect(make(readFileSync('templates/pairs.liquid', 'utf8'))).toMatch(/^- port\.0\.rate: 420000$/m)
    expect(make(readFileSync('templates/sheet.liquid', 'utf8'))).toMatch(
      /Video transmitter \(Pharos 800\)\n {2}Control protocol: /,
    )
  })

  it('what is wrong is told with its line', () => {
    expect(refusal('one\ntwo {{ build.name | nothing }}')).toMatchObject({ line: 2 })
    expect(refusal('{% for x in rounds %}\nno end')).toMatchObject({ line: 1 })
    expect(refusal('a\nb\n{{ buidl.name }}')).toMatchObject({
      line: 3,
      message: expect.stringContaining('undefined variable') as string,
    })
    expect(refusal('x\n{% nonsense %}').line).toBe(2)
  })

  it('takes no other file', () => {
    for (const tag of ["include '/etc/passwd'", "render 'x'", "layout '../x'"])
      expect(refusal(`{% ${tag} %}`).message).toContain('not found')
  })

  it('an endless loop, and one in another, is stopped', () => {
    expect(refusal('{% for a in (1..99999999999) %}{{ a }}{% endfor %}').message).toContain('takes too much')
    const nested = Array.from({ length: 6 }, (_, at) => `{% for a${at} in (1..2000) %}`).join('')
    expect(refusal(`${nested}x${'{% endfor %}'.repeat(6)}`).message).toContain('takes too much')
  })

  it('ten megabytes are not made, however they are asked for', () => {
    const doubled = `{% assign a = 'xxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxx' %}${'{% assign a = a | append: a %}'.repeat(30)}{{ a }}`
    expect(refusal(doubled)).toBeInstanceOf(TemplateError)
    expect(refusal(`{% for a in (1..200000) %}${'x'.repeat(100)}{% endfor %}`)).toBeInstanceOf(TemplateError)
    expect(refusal('x'.repeat(templateLimits.text + 1)).message).toContain('at most')
  })

  it('nothing of the program is reached', () => {
    for (const path of [
      'build.constructor',
      'build.__proto__.polluted',
      "build['constructor']['constructor']",
      'rounds.constructor.prototype',
      'rounds.first.steps.map',
      "'x'.constructor",
      'self.process',
    ]) {
      let made = ''
      try {
        made = make(`{{ ${path} }}`)
      } catch (error) {
        expect(error).toBeInstanceOf(TemplateError)
      }
      expect(made, path).not.toMatch(/function|native|\[object/)
    }
    expect(() => make('{% assign __proto__ = build %}{% assign constructor = "x" %}ok')).not.toThrow()
    expect(({} as { name?: string }).name).toBeUndefined()
  })

  it('hostile ones end with text or a refusal, and the program lives', () => {
    const piece = fc.constantFrom(
      '{{', '}}', '{%', '%}', '{% for x in rounds %}', '{% endfor %}', '{% if build %}', '{% endif %}', '{% raw %}', '{{ build | json }}',
      "{% assign a = 'x' | append: a %}", '{% capture a %}', '{% endcapture %}', '{{ a.b.c[d] }}', "{% cycle 'a', 'b' %}", '{% tablerow x in (1..9) %}',
      '{% increment n %}', '{{ (1..1000000) | join }}', "{{ 'x' | times: 1e308 }}", '{{ "a" | split: "" | sort | reverse }}', '{% liquid', '\n', '{% comment %}',
      '{{ rounds | map: "steps" | concat: rounds }}', '\u0000', '{{ build | date: "%s" }}', '{{ "x" | replace: "x", "xxxxxxxx" }}',
    ) // prettier-ignore
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string({ maxLength: 12 })), { maxLength: 14 }), (pieces) => {
        try {
          expect(typeof make(pieces.join(''))).toBe('string')
        } catch (error) {
          expect(error).toBeInstanceOf(TemplateError)
        }
      }),
      { numRuns: amount(300), seed: seedOf(9) },
    )
  })
})
