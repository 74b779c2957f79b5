// Folders import one way too. Tests may reach across, so they are left out here.
const base = require('./.dependency-cruiser.cjs');

module.exports = {
  forbidden: [{ name: 'no-circle-of-folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } }],
  options: { ...base.options, exclude: { path: '(dist|data|fixtures)/|[.]test[.]tsx?$|test-support' } },
};
