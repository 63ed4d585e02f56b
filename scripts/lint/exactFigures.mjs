import { ESLintUtils } from '@typescript-eslint/utils';
import ts from 'typescript';

/** What is called so, by the last word of its name, is money, a quantity, a price or a rate. */
const FIGURES = new Set(
  (
    'amount amounts value values quantity quantities price prices cost costs rate rates standard balance debit credit total worth owed payable ' +
    'discount weight volume tax shared share shares cleared billed received ordered own minor units'
  ).split(' '),
);
const lastWord = (name) =>
  String(name)
    .split(/(?=[A-Z])|_/)
    .at(-1) ?? '';
const isFigure = (name) => FIGURES.has(lastWord(name).toLowerCase());

/**
 * No number of JavaScript holds money or a quantity: a binary fraction is never exact, and whole numbers only below 2^53.
 * What is named like a figure must not have the type number, no bigint may become one, and no column of such a name either.
 */
export const exactFigures = ESLintUtils.RuleCreator.withoutDocs({
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      held: '“{{name}}” is a figure by its name, and of type number: figures are exact whole numbers (exact/amounts), or text on their way.',
      made: 'A figure becomes a number here: it is not exact any more.',
    },
  },
  defaultOptions: [],
  create(context) {
    const services = ESLintUtils.getParserServices(context);
    const holds = (type, flags) =>
      type.isUnionOrIntersection() ? type.types.some((part) => holds(part, flags)) : (type.flags & flags) !== 0;
    const isNumber = (node) =>
      holds(services.getTypeAtLocation(node), ts.TypeFlags.NumberLike) &&
      !holds(services.getTypeAtLocation(node), ts.TypeFlags.BigIntLike);
    const check = (node, name) => {
      if (name !== undefined && isFigure(name) && isNumber(node))
        context.report({ node, messageId: 'held', data: { name } });
    };
    const checkPattern = (node) => {
      if (node?.type === 'Identifier') check(node, node.name);
      else if (node?.type === 'AssignmentPattern') checkPattern(node.left);
      else if (node?.type === 'ObjectPattern')
        for (const property of node.properties)
          checkPattern(property.type === 'Property' ? property.value : property.argument);
      else if (node?.type === 'ArrayPattern') for (const element of node.elements) checkPattern(element);
    };
    const nameOf = (node) =>
      node?.type === 'MemberExpression'
        ? (node.property.name ?? node.property.value)
        : node?.type === 'Identifier'
          ? node.name
          : undefined;
    const functions = (node) =>
      node.params.forEach((parameter) =>
        checkPattern(parameter.type === 'TSParameterProperty' ? parameter.parameter : parameter),
      );
    return {
      VariableDeclarator: (node) => checkPattern(node.id),
      ArrowFunctionExpression: functions,
      FunctionDeclaration: functions,
      FunctionExpression: functions,
      TSPropertySignature: (node) => check(node, nameOf(node.key)),
      PropertyDefinition: (node) => check(node, nameOf(node.key)),
      CallExpression(node) {
        const [argument] = node.arguments;
        if (nameOf(node.callee) !== 'Number' || !argument) return;
        const name = nameOf(argument);
        if (
          holds(services.getTypeAtLocation(argument), ts.TypeFlags.BigIntLike) ||
          (name !== undefined && isFigure(name))
        ) {
          context.report({ node, messageId: 'made' });
        }
      },
      // In the contract: Type.Number() and Type.Integer() under the name of a figure.
      Property(node) {
        const made = node.value.type === 'CallExpression' ? nameOf(node.value.callee) : undefined;
        if (made !== 'Number' && made !== 'Integer') return;
        const name = nameOf(node.key);
        if (name !== undefined && isFigure(name)) context.report({ node, messageId: 'held', data: { name } });
      },
    };
  },
});
