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
  const change = (node: ts.Node, after: string) => {
    const from = node.getStart(source)
    const to = node.getEnd()
    const { line } = source.getLineAndCharacterOfPosition(from)
    found.push({ file, line: line + 1, from, to, before: text.slice(from, to), after })
  }
  const negate = (condition: ts.Expression) => change(condition, `!(${condition.getText(source)})`)
  const visit = (node: ts.Node): void => {
    // Types and what is imported do nothing when the program runs.
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node))
      return
    if (ts.isBinaryExpression(node)) {
      const other = operators[node.operatorToken.kind]
      if (other && !isText(node)) change(node.operatorToken, other)
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

/** A plus that joins text cannot be a minus. */
function isText({ operatorToken, left, right }: ts.BinaryExpression): boolean {
  return (
    operatorToken.kind === ts.SyntaxKind.PlusToken &&
    [left, right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side))
  )
}
