/**
 * A rule for both linters. A moment cut after ten characters is Greenwich's day, and what `toLocaleDateString`
 * gives is the machine's; people count by their site's.
 */
const MOMENTS = new Set(['at', 'watched', 'createdAt', 'savedAt']);

const named = (node) =>
  node?.type === 'MemberExpression' && !node.computed ? node.property.name : undefined;

/** Whether a call is `x.toISOString().slice(…)` or `x.at.slice(0, 10)`. */
function cutsMoment({ callee, arguments: given }) {
  if (named(callee) !== 'slice') return false;
  const cut = callee.object;
  if (cut.type === 'CallExpression' && named(cut.callee) === 'toISOString') return true;
  return MOMENTS.has(named(cut)) && given[0]?.value === 0 && given[1]?.value === 10;
}

export default {
  meta: { name: 'viridane' },
  rules: {
    'site-day': {
      meta: { type: 'problem', schema: [] },
      create: (context) => ({
        CallExpression(node) {
          if (cutsMoment(node) || named(node.callee) === 'toLocaleDateString')
            context.report({ node, message: 'Use dayOf or formatDayOf of core/say/day.' });
        },
      }),
    },
  },
};
