// What a file of code holds, by the compiler's own syntax tree; of a page, its scripts.
import { parse } from 'vue/compiler-sfc'
import ts from 'typescript'

/** Longer functions want to be several. */
const LONG_FUNCTION = 60

/** The code of a file: of a page, its scripts on the lines they stand on. */
function codeOf(file, text) {
  if (!file.endsWith('.vue')) return text
  const { script, scriptSetup } = parse(text).descriptor
  return [script, scriptSetup]
    .filter(Boolean)
    .map(({ loc, content }) => '\n'.repeat(loc.start.line - 1) + content)
    .join('\n')
}

const isFunction = (node) =>
  ts.isFunctionDeclaration(node) ||
  ts.isFunctionExpression(node) ||
  ts.isArrowFunction(node) ||
  ts.isMethodDeclaration(node)

const nameOf = (node) =>
  node.name?.getText() ?? (ts.isVariableDeclaration(node.parent) ? node.parent.name.getText() : '')

/** A service or composable that is made of parts: its parts are what is counted. */
const isMaker = (node) =>
  node.body !== undefined &&
  ((ts.isParenthesizedExpression(node.body) &&
    ts.isObjectLiteralExpression(node.body.expression)) ||
    (ts.isBlock(node.body) &&
      ts.isReturnStatement(node.body.statements.at(-1)) &&
      node.body.statements.at(-1).expression !== undefined &&
      ts.isObjectLiteralExpression(node.body.statements.at(-1).expression)))

/** Casts, assertions that a value is there, literals spread to shorten lines, and long functions. */
export function syntaxOf(file, text) {
  const source = ts.createSourceFile(
    file.replace(/\.(vue|mjs)$/, '.ts'),
    codeOf(file, text),
    ts.ScriptTarget.Latest,
    true,
  )
  const lineOf = (position) => source.getLineAndCharacterOfPosition(position).line + 1
  const found = { casts: 0, assertions: 0, spreads: 0, long: [] }
  const visit = (node) => {
    const isConst = ts.isAsExpression(node) && node.type.getText() === 'const'
    if (ts.isAsExpression(node) && !isConst) found.casts++
    if (ts.isNonNullExpression(node)) found.assertions++
    if (ts.isSpreadAssignment(node) && ts.isObjectLiteralExpression(node.expression)) {
      found.spreads++
    }
    if (isFunction(node) && !isMaker(node)) {
      const [from, to] = [lineOf(node.getStart()), lineOf(node.end)]
      const lines = to - from + 1
      if (lines > LONG_FUNCTION) found.long.push({ file, from, lines, name: nameOf(node) })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}
