/** No file depends on itself by way of others, not even by its types. */
module.exports = {
  forbidden: [{ name: 'no-cycle', severity: 'error', from: {}, to: { circular: true } }],
  options: { tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.json' }, doNotFollow: { path: 'node_modules' } },
}
