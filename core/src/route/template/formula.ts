import jsep from 'jsep';

export type Formula =
  | { readonly kind: 'formula'; readonly valueAt: (sizes: Readonly<Record<string, number>>) => number }
  /** What is wrong with the text, in words that say what to enter. */
  | { readonly kind: 'wrong'; readonly words: string };

const LONGEST = 200;

/**
 * Reads an area formula such as `2 * depth * height + 0.2 * width * height`: numbers, the measurements by name, pi,
 * + - * / and brackets. Nothing else is read, so a formula can be kept, shown and edited as plain text.
 * @param names measurements the formula may use
 */
export function readFormula(text: string, names: readonly string[]): Formula {
  if (text.trim() === '') return wrong('Enter a formula, such as width * depth.');
  if (text.length > LONGEST) return wrong(`Keep the formula under ${LONGEST} characters.`);
  let tree: jsep.Expression;
  try {
    tree = jsep(text.replaceAll('×', '*').replaceAll('÷', '/').replaceAll('−', '-'));
  } catch {
    return wrong(`This cannot be read as a formula. Use numbers, + - * / and brackets with ${names.join(', ')}.`);
  }
  const unknown = unreadable(tree, new Set([...names, 'pi']));
  if (unknown !== null) return wrong(`“${unknown}” is not known here. Use ${names.join(', ')}.`);
  return { kind: 'formula', valueAt: (sizes) => evaluate(tree, sizes) };
}

const wrong = (words: string): Formula => ({ kind: 'wrong', words });

/** The first part of the tree that is neither number, known name nor plain arithmetic; null when there is none. */
function unreadable(e: jsep.Expression, names: ReadonlySet<string>): string | null {
  const node = e as jsep.CoreExpression;
  switch (node.type) {
    case 'Literal':
      return typeof node.value === 'number' ? null : node.raw;
    case 'Identifier':
      return names.has(node.name) ? null : node.name;
    case 'UnaryExpression':
      return node.operator === '-' ? unreadable(node.argument, names) : node.operator;
    case 'BinaryExpression':
      return '+-*/'.includes(node.operator)
        ? (unreadable(node.left, names) ?? unreadable(node.right, names))
        : node.operator;
    default:
      return e.type;
  }
}

function evaluate(e: jsep.Expression, sizes: Readonly<Record<string, number>>): number {
  const node = e as jsep.CoreExpression;
  switch (node.type) {
    case 'Literal':
      return node.value as number;
    case 'Identifier':
      return node.name === 'pi' ? Math.PI : (sizes[node.name] ?? 0);
    case 'UnaryExpression':
      return -evaluate(node.argument, sizes);
    case 'BinaryExpression': {
      const [a, b] = [evaluate(node.left, sizes), evaluate(node.right, sizes)];
      if (node.operator === '+') return a + b;
      if (node.operator === '-') return a - b;
      return node.operator === '*' ? a * b : a / b;
    }
    default:
      throw new RangeError(`formula: ${e.type} cannot be worked out`);
  }
}
