import { visit as visitJson, printParseErrorCode } from 'jsonc-parser'
import { isScalar, Lexer, parseDocument, visit as visitYaml, type Document } from 'yaml'
import { InputError } from './error'
import { limits } from '../catalogue'
import { sizeText } from '../units'

/**
 * Reads the text of a file: JSON when it begins as JSON does, YAML otherwise. A byte
 * order mark is passed over.
 * @throws InputError with line and column
 */
export function parseText(text: string): unknown {
  const begins = withoutMark(text).trimStart()
  return begins.startsWith('{') || begins.startsWith('[') ? parseJson(text) : parseYaml(text)
}

/**
 * Reads JSON (RFC 8259), strictly: no key twice in one object, no nesting beyond the limit.
 * @throws InputError with line and column
 */
export function parseJson(text: string): unknown {
  const plain = withoutMark(text)
  refuseLarge(plain, limits.file)
  const keys: Set<string>[] = []
  let count = 0
  let values = 0
  const open = (line: number, column: number) => {
    if (keys.push(new Set()) > limits.depth) throw at(line, column, `is nested more than ${limits.depth} deep`)
  }
  const close = () => void keys.pop()
  visitJson(
    plain,
    {
      onObjectBegin: (_offset, _length, line, column) => open(line, column),
      onArrayBegin: (_offset, _length, line, column) => open(line, column),
      onObjectEnd: close,
      onArrayEnd: close,
      onObjectProperty: (key, _offset, _length, line, column) => {
        if (keys.at(-1)!.has(key)) throw at(line, column, `the key ${quoted(key)} is there twice`)
        keys.at(-1)!.add(key)
        if ((count += 1) > limits.keys) throw at(line, column, `more than ${limits.keys} keys`)
      },
      onLiteralValue: (_value, _offset, _length, line, column) => {
        if ((values += 1) > limits.values) throw at(line, column, `more than ${limits.values} values`)
      },
      onError: (code, offset, _length, line, column) => {
        const cut = offset >= plain.trimEnd().length
        const words = printParseErrorCode(code).replace(/(?!^)([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`)
        throw at(line, column, `not JSON: ${cut ? 'the file ends in the middle' : words}`)
      },
    },
    { disallowComments: true },
  )
  try {
    return JSON.parse(plain) as unknown
  } catch {
    // What the scanner lets pass and the language does not, such as a control character in a string.
    throw new InputError([{ place: '', message: 'not JSON' }])
  }
}

/** Reads YAML 1.2 within limits of size, nesting and aliases. @throws InputError with line and column */
function parseYaml(text: string): unknown {
  const plain = withoutMark(text)
  refuseLarge(plain, limits.yaml)
  refuseLaborious(plain)
  try {
    // Keys are compared below: the package's own comparison takes the square of their number.
    const document = parseDocument(plain, { merge: false, uniqueKeys: false })
    const error = document.errors[0]
    if (error) {
      const place = error.linePos?.[0]
      const deep = error.message.includes('call stack')
      const message = deep ? 'is nested too deep' : error.message.split('\n')[0]!.replace(/ at line.*$/, '')
      throw new InputError([{ place: place ? `line ${place.line}, column ${place.col}` : '', message }])
    }
    refuseDoubleKeys(document, plain)
    return document.toJS({ maxAliasCount: 50 })
  } catch (error) {
    if (error instanceof InputError) throw error
    const message = error instanceof RangeError ? 'is nested too deep' : 'too many aliases, or one that is not there'
    throw new InputError([{ place: '', message }])
  }
}

/** Signs, nesting and anchors are counted before the text is made a tree of, which takes long where there are many. */
function refuseLaborious(text: string): void {
  let [tokens, depth, references, line] = [0, 0, 0, 0]
  for (const token of new Lexer().lex(text)) {
    if (token === '[' || token === '{') depth += 1
    else if (token === ']' || token === '}') depth -= 1
    else if (token[0] === '&' || token[0] === '*') references += 1
    else if (token[0] === '\n' || token === '\r\n') line += 1
    if (depth > limits.depth) throw at(line, 0, `is nested more than ${limits.depth} deep`)
    if (references > limits.yamlReferences) throw at(line, 0, `more than ${limits.yamlReferences} anchors and aliases`)
    if ((tokens += 1) > limits.yamlTokens)
      throw at(line, 0, `more than ${limits.yamlTokens} signs; such a file is read as JSON only`)
  }
}

function refuseDoubleKeys(document: Document, text: string): void {
  visitYaml(document, {
    Map: (_, map) => {
      const seen = new Set<string>()
      for (const { key } of map.items) {
        const name = String(isScalar(key) ? key.value : key)
        if (seen.has(name)) {
          const before = text.slice(0, isScalar(key) ? key.range?.[0] : 0).split('\n')
          throw at(before.length - 1, before.at(-1)!.length, `the key ${quoted(name)} is there twice`)
        }
        seen.add(name)
      }
    },
  })
}

function withoutMark(text: string): string {
  return text.charCodeAt(0) === 0xfeff ? text.slice(1) : text
}

/** Text of a file in an error, short and without anything a terminal or page would act on. */
function quoted(text: string): string {
  return JSON.stringify(text.slice(0, 40).replace(/[^\p{L}\p{N}\p{P}\p{S} ]/gu, '?'))
}

/** An error at a place counted from nought. */
function at(line: number, column: number, message: string): InputError {
  return new InputError([{ place: `line ${line + 1}, column ${column + 1}`, message }])
}

function refuseLarge(text: string, most: number): void {
  if (text.length <= most) return
  throw new InputError([
    { place: '', message: `the file has ${sizeText(text.length)}; up to ${sizeText(most)} are read of this kind` },
  ])
}
