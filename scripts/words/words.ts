import { parse } from 'vue/compiler-sfc'
import ts from 'typescript'

/** What is said in a source file: its sentences, each once, with … for what is filled in. */
export function wordsOf(file: string, text: string): string[] {
  const found = file.endsWith('.vue') ? wordsOfComponent(text) : wordsOfScript(text)
  return [...new Set(found.map((each) => each.replace(/\s+/g, ' ').trim()).filter(isSaid))]
}

/** A sentence has a blank or is a word of letters alone that begins with a capital. */
const isSaid = (text: string) => /\p{L}{2}/u.test(text) && (/\S \S/.test(text) || /^\p{Lu}\p{Ll}+$/u.test(text))

/** Attributes that are read by whoever uses the page. */
const spoken = /^(:?(aria-label|label|title|placeholder|text|hint|alt|suffix|words|heading|subtitle))$/

function wordsOfComponent(text: string): string[] {
  const { descriptor } = parse(text)
  const script = descriptor.scriptSetup ?? descriptor.script
  const found = script ? wordsOfScript(script.content) : []
  interface Node {
    type: number
    content?: string | Node
    loc: { source: string }
    children?: Node[]
    props?: { type: number; name: string; value?: { content: string }; arg?: { content: string }; exp?: { content: string } }[]
  }
  const walk = (node: Node): void => {
    if (node.type === 2) found.push(node.content as string)
    if (node.type === 5) found.push(...wordsOfScript((node.content as Node).content as string))
    for (const prop of node.props ?? []) {
      if (prop.type === 6 && spoken.test(prop.name) && prop.value) found.push(prop.value.content)
      if (prop.type === 7 && prop.exp) found.push(...wordsOfScript(`(${prop.exp.content})`))
    }
    node.children?.forEach(walk)
  }
  if (descriptor.template?.ast) walk(descriptor.template.ast as unknown as Node)
  return found
}

function wordsOfScript(text: string): string[] {
  const source = ts.createSourceFile('words.ts', text, ts.ScriptTarget.Latest, true)
  const found: string[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isStringLiteralLike(node)) found.push(node.text)
    if (ts.isTemplateExpression(node))
      found.push([node.head.text, ...node.templateSpans.map(({ literal }) => `…${literal.text}`)].join(''))
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}
