const upward = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });

/** Imports go one way: core ← api ← server, web; stand-ins, demo and cli use core and api. */
module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    upward('server-rows-are-the-ground', '^server/(db|content|rows)/', '^server/(readings|routes|live|work)/'),
    upward('server-readings-over-rows', '^server/readings/', '^server/routes/'),
    upward(
      'core-stands-alone',
      '^core/(?!.*\\.test\\.ts$)',
      '^(threads|api|server|web|stand-ins|demo|cli|e2e|bench|training)/',
    ),
    upward('core-tests-may-use-stand-ins', '^core/.*\\.test\\.ts$', '^(server|web|demo|e2e)/'),
    upward(
      'core-base',
      '^core/(units|numeric|errors|catalogue)/(?!.*\\.test\\.ts$)',
      '^core/(?!units|numeric|errors|catalogue)',
    ),
    upward('threads-over-core', '^threads/', '^(api|server|web|stand-ins|demo|cli|e2e|bench|training)/'),
    upward('api-over-core', '^api/', '^(server|web|stand-ins|demo|cli|e2e)/'),
    upward('server-not-web', '^server/(?!.*\\.test\\.ts$)', '^(web|stand-ins|demo|cli|e2e)/'),
    upward('web-not-server', '^web/', '^(server|stand-ins|demo|cli|e2e)/'),
    upward('cli-only-core', '^cli/', '^(server|web|demo|e2e)/'),
    upward('stand-ins-only-core', '^stand-ins/', '^(server|web|demo|cli|e2e)/'),
    upward('bench-only-core', '^(bench|training)/', '^(api|server|web|demo|cli|e2e|stand-ins)/'),
    upward('demo-through-api', '^demo/(?!.*\\.test\\.ts$)', '^(server|web|cli|e2e)/'),
    {
      name: 'core-without-machine',
      severity: 'error',
      from: { path: '^core/(?!.*\\.test\\.ts$)' },
      to: { dependencyTypes: ['core'] },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|data|fixtures)/' },
  },
};
