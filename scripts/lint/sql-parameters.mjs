/**
 * SQL takes what people typed as parameters alone. What is written into a statement may only be words of our own: a
 * constant in capitals, a choice between literals, a row of question marks, a column list made from those.
 */
const CALLS = new Set(['rows', 'row', 'run']);
const RECEIVER = /^(tx|db|connection)$/;

const isReceiver = (node) =>
  (node.type === 'Identifier' && RECEIVER.test(node.name)) ||
  (node.type === 'CallExpression' && node.callee.type === 'Identifier' && node.callee.name === 'db') ||
  (node.type === 'MemberExpression' &&
    node.property.type === 'Identifier' &&
    RECEIVER.test(node.property.name));

/** Is this expression made of nothing that somebody typed? */
function isOurs(node, isDeclaredOurs) {
  switch (node.type) {
    case 'Literal':
      return true;
    case 'TemplateLiteral':
      return node.expressions.every((part) => isOurs(part, isDeclaredOurs));
    case 'Identifier':
      return /^[A-Z][A-Z0-9_]*$/.test(node.name) || isDeclaredOurs(node.name);
    case 'MemberExpression':
      return (
        (node.property.type === 'Identifier' && node.property.name === 'length') ||
        (node.object.type === 'Identifier' && /^[A-Z][A-Z0-9_]*$/.test(node.object.name))
      );
    case 'ConditionalExpression':
      return isOurs(node.consequent, isDeclaredOurs) && isOurs(node.alternate, isDeclaredOurs);
    case 'BinaryExpression':
      return isOurs(node.left, isDeclaredOurs) && isOurs(node.right, isDeclaredOurs);
    case 'TSNonNullExpression':
    case 'TSAsExpression':
      return isOurs(node.expression, isDeclaredOurs);
    case 'CallExpression': {
      const { callee } = node;
      if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return false;
      // Numbers made sure of: `Math.max(0, Math.trunc(page))`.
      if (callee.object.type === 'Identifier' && callee.object.name === 'Math') return true;
      if (callee.property.name !== 'join') return false;
      const mapped = callee.object;
      if (mapped.type === 'ArrayExpression')
        return mapped.elements.every((one) => isOurs(one, isDeclaredOurs));
      if (mapped.type !== 'CallExpression' || mapped.callee.type !== 'MemberExpression')
        return isOurs(mapped, isDeclaredOurs);
      const [callback] = mapped.arguments;
      return callback?.type === 'ArrowFunctionExpression' && isOurs(callback.body, isDeclaredOurs);
    }
    default:
      return false;
  }
}

const rule = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      typed: 'SQL takes values as parameters, never in its text.',
      all: 'Name the columns: what a table gets later is nobody’s here.',
    },
  },
  create(context) {
    return {
      CallExpression(node) {
        const { callee } = node;
        if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return;
        if (!CALLS.has(callee.property.name) || !isReceiver(callee.object)) return;
        const [sql] = node.arguments;
        if (!sql) return;
        // A name declared in this file as words of our own is as good as they are.
        const isDeclaredOurs = (name) => {
          for (let scope = context.sourceCode.getScope(node); scope; scope = scope.upper) {
            const variable = scope.set.get(name);
            const definition = variable?.defs[0]?.node;
            if (!definition) continue;
            return definition.type === 'VariableDeclarator' && definition.init
              ? definition.parent.kind === 'const' && isOurs(definition.init, () => false)
              : false;
          }
          return false;
        };
        if (/\bSELECT\s+(\w+\.)?\*/i.test(context.sourceCode.getText(sql)))
          context.report({ node: sql, messageId: 'all' });
        if (!isOurs(sql, isDeclaredOurs)) context.report({ node: sql, messageId: 'typed' });
      },
    };
  },
};

export default rule;
