export default {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    {
      name: "no-folder-circles",
      severity: "error",
      scope: "folder",
      from: { path: "^src/core" },
      to: { circular: true },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "node_modules|\\.test\\.tsx?$" },
  },
};
