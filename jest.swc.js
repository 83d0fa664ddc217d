/** How Jest's projects turn TypeScript into what Node runs. Types are checked by `npm run typecheck`. */
exports.swc = [
  '@swc/jest',
  {
    swcrc: false,
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx: true },
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'commonjs' },
  },
];
