import { readFileSync } from 'node:fs'
import ts from 'typescript'

/** One small change to a file: what stands from one place to another, and what is to stand there. */
export interface Mutant {
  file: string
  line: number
  from: number
  to: number
  before: string
  after: string
  /** The expression that it stands in, where that is worked out when a function runs; nothing where it is when the file is loaded. */
  runs?: { from: number; to: number }
}

/** Operators, each with what takes its place. */
const operators: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.LessThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '<',
  [ts.SyntaxKind.GreaterThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '>',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
}

/** Every place of a file where one operator, constant or condition can be changed. */
export function mutantsOf(file: string): Mutant[] {
  const text = readFileSync(file, 'utf8')
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
  const found: Mutant[] = []
  const change = (node: ts.Node, after: string, whole: ts.Node = node) => {
    const from = node.getStart(source)
    const to = node.getEnd()
    const { line } = source.getLineAndCharacterOfPosition(from)
    const runs = isRun(whole) && { runs: { from: whole.getStart(source), to: whole.getEnd() } }
    found.push({ file, line: line + 1, from, to, before: text.slice(from, to), after, ...runs })
  }
  const negate = (condition: ts.Expression) => change(condition, `!(${condition.getText(source)})`)
  const visit = (node: ts.Node): void => {
    // Types and what is imported do nothing when the program runs.
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node))
      return
    if (ts.isBinaryExpression(node)) {
      const other = operators[node.operatorToken.kind]
      if (other && !isText(node)) change(node.operatorToken, other, node)
    }
    if (ts.isNumericLiteral(node)) change(node, String(Number(node.text.replaceAll('_', '')) + 1))
    if (node.kind === ts.SyntaxKind.TrueKeyword) change(node, 'false')
    if (node.kind === ts.SyntaxKind.FalseKeyword) change(node, 'true')
    if (ts.isIfStatement(node)) negate(node.expression)
    if (ts.isConditionalExpression(node)) negate(node.condition)
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      change(node, node.operand.getText(source))
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

/** Whether it is worked out in a function, and not a name. */
function isRun(node: ts.Node): boolean {
  if (ts.isPropertyAssignment(node.parent) && node.parent.name === node) return false
  return ts.findAncestor(node, (each) => ts.isFunctionLike(each) && 'body' in each && each.body !== undefined) !== undefined
}

/** A file with a mark at each of some places, by number, that tells when it is run. */
export function marked(text: string, places: { at: number; from: number; to: number }[]): string {
  const wider = (one: { from: number; to: number }, other: { from: number; to: number }) =>
    other.to - other.from - (one.to - one.from)
  const opened = [...places].sort((one, other) => one.from - other.from || wider(one, other))
  const closed = [...places].sort((one, other) => one.to - other.to)
  let out = ''
  let done = 0
  const until = (end: number) => {
    out += text.slice(done, end)
    done = end
  }
  for (;;) {
    const [open, close] = [opened[0], closed[0]]
    if (!close) break
    if (open && open.from < close.to) {
      until(open.from)
      out += `(globalThis.__ran?.add(${open.at}), `
      opened.shift()
    } else {
      until(close.to)
      out += ')'
      closed.shift()
    }
  }
  return out + text.slice(done)
}

/** A plus that joins text cannot be a minus. */
function isText({ operatorToken, left, right }: ts.BinaryExpression): boolean {
  return (
    operatorToken.kind === ts.SyntaxKind.PlusToken &&
    [left, right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side))
  )
}
