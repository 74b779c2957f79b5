// A rule of the lint: `!` says "within bounds" after an index or a key in brackets, and nothing anywhere else.
const message = 'Only an element taken by index or key may be said to be there; elsewhere handle its absence.';

export default {
  meta: { name: 'maple' },
  rules: {
    present: {
      create: (context) => ({
        TSNonNullExpression(node) {
          const { expression } = node;
          if (expression.type !== 'MemberExpression' || !expression.computed) context.report({ node, message });
        },
      }),
    },
  },
};
