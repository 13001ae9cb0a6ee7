// A rule of ESLint: the places that ask which kind a part is, counted. A kind is added by its module and by the tables
// that the compiler demands (CONTRIBUTING.md); each place that asks by name is one that it is forgotten in.
import ts from 'typescript';
import { readdirSync } from 'node:fs';

/** Folder of the kinds, from where the lint runs: the root. */
const KINDS = new Set(
  readdirSync('src/core/document/kinds')
    .map((file) => file.replace('.ts', ''))
    .filter((name) => name !== 'index'),
);

/** Every place that was found in this run, over all files. */
const places = [];

/** The literals that a type is made of; undefined where it is not made of literals alone. */
function literalsOf(type) {
  if (type.isUnion()) {
    const parts = type.types.map(literalsOf);
    return parts.includes(undefined) ? undefined : parts.flat();
  }
  if (type.flags & ts.TypeFlags.Undefined) return [];
  return type.isStringLiteral() ? [type.value] : undefined;
}

const isKind = (type) => {
  const literals = literalsOf(type);
  return literals !== undefined && literals.length > 0 && literals.every((each) => KINDS.has(each));
};

/** True for what may be a kind by how it is written: types are asked for nothing else, they take long. */
const mayBeKind = (node) =>
  (node.type === 'Literal' && KINDS.has(node.value)) ||
  node.type === 'Identifier' ||
  (node.type === 'ChainExpression'
    ? mayBeKind(node.expression)
    : node.type === 'MemberExpression' && node.property.name === 'kind');

const ASKS = new Set(['includes', 'has', 'indexOf']);

export const partKinds = {
  meta: {
    type: 'suggestion',
    schema: [
      {
        type: 'object',
        properties: { most: { type: 'integer', minimum: 0 } },
        required: ['most'],
        additionalProperties: false,
      },
    ],
    messages: {
      more: 'Place {{n}} that asks for a part’s kind by name; there may be {{most}}. Ask a trait of the kind, or make a table over all kinds.',
    },
  },
  create(context) {
    const { most } = context.options[0];
    const services = context.sourceCode.parserServices;
    const checker = services.program.getTypeChecker();
    const typeOf = (node) => checker.getTypeAtLocation(services.esTreeNodeToTSNodeMap.get(node));
    const count = (node) => {
      places.push(`${context.filename}:${node.loc.start.line}`);
      if (places.length > most)
        context.report({ node, messageId: 'more', data: { n: String(places.length), most: String(most) } });
    };
    return {
      BinaryExpression(node) {
        const { operator, left, right } = node;
        if (operator === '===' || operator === '!==') {
          if (mayBeKind(left) && mayBeKind(right) && isKind(typeOf(left)) && isKind(typeOf(right))) count(node);
        } else if (operator === 'in' && left.type !== 'PrivateIdentifier' && mayBeKind(left) && isKind(typeOf(left)))
          count(node);
      },
      SwitchStatement(node) {
        if (mayBeKind(node.discriminant) && isKind(typeOf(node.discriminant))) count(node.discriminant);
      },
      CallExpression(node) {
        const {
          callee,
          arguments: [first],
        } = node;
        if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return;
        if (
          first &&
          first.type !== 'SpreadElement' &&
          ASKS.has(callee.property.name) &&
          mayBeKind(first) &&
          isKind(typeOf(first))
        )
          count(node);
      },
    };
  },
};
