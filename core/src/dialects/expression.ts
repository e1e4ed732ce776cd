import jsep from 'jsep';
import { fail, ok, type Result } from '../units/result';

/**
 * Expressions of a name sheet: arithmetic, comparison, bits and conditions over named figures, and nothing else. The parser is a
 * library's; what it reads is walked here, so that no text of a sheet ever runs as a program. A condition is 1 or 0.
 */
export interface Expression {
  readonly text: string;
  /** The names that it asks for, each once, in their order. */
  readonly names: readonly string[];
  /** Its value over these figures; a mistake in words where there is none, such as a division by zero. */
  value(figures: Readonly<Record<string, number>>): Result<number, string>;
  /** Its text with what the names stand for in their place. */
  withWords(words: Readonly<Record<string, string>>): string;
}

/** Longer texts are no expression of a setting; what nests deeper neither. */
const LONGEST = 500;
const DEEPEST = 40;

type Node = jsep.Expression;

const whole = (n: number): number => {
  if (!Number.isInteger(n) || Math.abs(n) > 0x7fffffff)
    throw new Mistake(`bits are taken of whole numbers up to 2147483647, not of ${n}`);
  return n;
};
const divided = (a: number, b: number): number => {
  if (b === 0) throw new Mistake('it divides by zero');
  return a / b;
};
const binary: Record<string, (a: number, b: number) => number> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': divided,
  '%': (a, b) => (b === 0 ? divided(a, b) : a % b),
  '==': (a, b) => Number(a === b),
  '!=': (a, b) => Number(a !== b),
  '<': (a, b) => Number(a < b),
  '<=': (a, b) => Number(a <= b),
  '>': (a, b) => Number(a > b),
  '>=': (a, b) => Number(a >= b),
  '&': (a, b) => whole(a) & whole(b),
  '|': (a, b) => whole(a) | whole(b),
  '^': (a, b) => whole(a) ^ whole(b),
  '<<': (a, b) => whole(whole(a) * 2 ** whole(b)),
  '>>': (a, b) => whole(a) >> whole(b),
};
const unary: Record<string, (a: number) => number> = {
  '-': (a) => -a,
  '+': (a) => a,
  '!': (a) => Number(a === 0),
  '~': (a) => ~whole(a),
};
const functions: Record<string, (...of: number[]) => number> = {
  abs: (a) => Math.abs(a!),
  sqrt: (a) => Math.sqrt(a!),
  round: (a, to = 1) => Math.round(divided(a!, to)) * to,
  floor: (a, to = 1) => Math.floor(divided(a!, to)) * to,
  ceil: (a, to = 1) => Math.ceil(divided(a!, to)) * to,
  min: (...of) => Math.min(...of),
  max: (...of) => Math.max(...of),
};
/** What is written, in words: for the page on name sheets. */
export const operatorWords: Readonly<Record<string, string>> = {
  '+ - * /': 'sum, difference, product, quotient',
  '%': 'what is left of a division',
  '== != < <= > >=': 'comparison: 1 or 0',
  '&& || !': 'and, or, not',
  'a ? b : c': 'b where a is not 0, else c',
  '& | ^ ~ << >>': 'bits of whole numbers',
};
export const functionWords: Readonly<Record<string, string>> = {
  'abs(a)': 'without its sign',
  'sqrt(a)': 'square root',
  'round(a, step)': 'rounded to a step, 1 where none is given; floor and ceil down and up',
  'min(a, b …)': 'the least; max the greatest',
  pi: '3.14159…',
};
const constants: Readonly<Record<string, number>> = { pi: Math.PI };
const own = <T>(table: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(table, key) ? table[key] : undefined;

/** A mistake that is told in words, at the place where the expression is shown. */
class Mistake extends Error {}

/** Reads an expression; a mistake says what cannot be read. */
export function readExpression(text: string): Result<Expression, string> {
  if (text.length > LONGEST) return fail(`An expression has at most ${LONGEST} characters.`);
  let root: Node;
  const names = new Set<string>();
  try {
    root = jsep(text);
    check(root, names, 0);
  } catch (e) {
    return fail(`“${text}” cannot be read: ${e instanceof Mistake ? e.message : readable(e)}.`);
  }
  return ok({
    text,
    names: [...names],
    value(figures) {
      try {
        const value = evaluate(root, figures);
        return Number.isFinite(value) ? ok(value) : fail(`“${text}” gives no figure.`);
      } catch (e) {
        if (e instanceof Mistake) return fail(`“${text}”: ${e.message}.`);
        throw e;
      }
    },
    withWords: (words) => text.replace(/[A-Za-z_]\w*/g, (name) => own(words, name) ?? name),
  });
}

/** The library’s own words for a text that it cannot read, such as `Expected ) at character 7`. */
const readable = (e: unknown): string => (e instanceof Error ? e.message.toLowerCase() : String(e));

function check(node: Node, names: Set<string>, depth: number): void {
  if (depth > DEEPEST) throw new Mistake('it nests too deep');
  const on = (...children: (Node | undefined)[]) => children.forEach((c) => c && check(c, names, depth + 1));
  switch (node.type) {
    case 'Literal':
      if (typeof (node as jsep.Literal).value !== 'number') throw new Mistake('only figures and names are taken');
      return;
    case 'Identifier': {
      const { name } = node as jsep.Identifier;
      if (own(constants, name) === undefined) names.add(name);
      return;
    }
    case 'UnaryExpression': {
      const { operator, argument } = node as jsep.UnaryExpression;
      if (!own(unary, operator)) throw new Mistake(`${operator} is not known here`);
      return on(argument);
    }
    case 'BinaryExpression': {
      const { operator, left, right } = node as jsep.BinaryExpression;
      if (!own(binary, operator) && operator !== '&&' && operator !== '||')
        throw new Mistake(`${operator} is not known here`);
      return on(left, right);
    }
    case 'ConditionalExpression': {
      const { test, consequent, alternate } = node as jsep.ConditionalExpression;
      return on(test, consequent, alternate);
    }
    case 'CallExpression': {
      const { callee, arguments: given } = node as jsep.CallExpression;
      const name = callee.type === 'Identifier' ? (callee as jsep.Identifier).name : '';
      if (!own(functions, name)) throw new Mistake(`the function ${name || '?'} is not known here`);
      if (!given.length) throw new Mistake(`${name} needs a figure`);
      return on(...given);
    }
    case 'Compound':
      throw new Mistake((node as jsep.Compound).body.length ? 'two values stand side by side' : 'it is empty');
    default:
      throw new Mistake('only figures, names, operators and functions are taken');
  }
}

function evaluate(node: Node, figures: Readonly<Record<string, number>>): number {
  const of = (n: Node) => evaluate(n, figures);
  switch (node.type) {
    case 'Literal':
      return (node as jsep.Literal).value as number;
    case 'Identifier': {
      const { name } = node as jsep.Identifier;
      const value = own(figures, name) ?? own(constants, name);
      if (value === undefined) throw new Mistake(`${name} is not known here`);
      return value;
    }
    case 'UnaryExpression': {
      const { operator, argument } = node as jsep.UnaryExpression;
      return unary[operator]!(of(argument));
    }
    case 'BinaryExpression': {
      const { operator, left, right } = node as jsep.BinaryExpression;
      if (operator === '&&') return Number(of(left) !== 0 && of(right) !== 0);
      if (operator === '||') return Number(of(left) !== 0 || of(right) !== 0);
      return binary[operator]!(of(left), of(right));
    }
    case 'ConditionalExpression': {
      const { test, consequent, alternate } = node as jsep.ConditionalExpression;
      return of(test) !== 0 ? of(consequent) : of(alternate);
    }
    case 'CallExpression': {
      const { callee, arguments: given } = node as jsep.CallExpression;
      return functions[(callee as jsep.Identifier).name]!(...given.map(of));
    }
    default:
      throw new Mistake('it cannot be worked out');
  }
}
