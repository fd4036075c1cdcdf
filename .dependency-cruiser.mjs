/** Which way imports run in `src`, types included, and that no two files, and no two folders of the core, lead to each other. */

/** @param {string} name @param {string} comment @param {string} from @param {string} to */
const forbid = (name, comment, from, to) => ({
  name,
  severity: "error",
  comment,
  from: { path: from },
  to: { path: to },
});
const KINDS = "(?!index\\.ts$|rules\\.ts$|setups\\.ts$|setupRules\\.ts$)";

const config = {
  forbidden: [
    {
      name: "no-circles",
      severity: "error",
      comment: "No file leads back to itself, by types neither.",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-folder-circles",
      severity: "error",
      comment: "No folder of the core leads back to itself.",
      scope: "folder",
      from: { path: "^src/core" },
      to: { circular: true },
    },
    forbid("core-is-alone", "The core knows the core only.", "^src/core/", "^src/(?!core/)"),
    forbid("print-knows-core", "Print knows the core only.", "^src/print/", "^src/(?!core/|print/)"),
    forbid("workers-know-core", "Workers know the core only.", "^src/workers/", "^src/(?!core/|workers/)"),
    forbid("db-knows-core", "The database layer knows the core only.", "^src/db/", "^src/(?!core/|db/)"),
    forbid("ui-knows-core", "The interface knows the core only.", "^src/ui/", "^src/(?!core/|ui/|workers/)"),
    forbid("server-knows-below", "The server knows database, print and core.", "^src/server/", "^src/(ui|app|demo)/"),
    forbid(
      "app-only-joins",
      "Pages and routes join interface and server: no database here.",
      "^src/app/",
      "^src/(db|demo)/",
    ),
    forbid("demo-works-as-a-shop", "The demo works through the server.", "^src/demo/", "^src/(ui|app)/"),
    forbid("nothing-needs-the-demo", "Nothing stands on the demo.", "^src/(?!demo/)", "^src/demo/"),
    forbid(
      "kernel-knows-no-kind",
      "The kernel of a job is given the rules of its kind of work; only what binds it names kinds.",
      "^src/core/job/(?!tasks/|pages/|run\\.ts|prepare\\.ts)",
      "^src/core/job/tasks/(?!rules\\.ts$)",
    ),
    forbid(
      "registry-for-the-job",
      "Inside the job only what binds it asks the registry.",
      "^src/core/job/(?!run\\.ts|prepare\\.ts|tasks/setups\\.ts)",
      "^src/core/job/tasks/(index|setups)\\.ts$",
    ),
    forbid(
      "run-carries-no-setup",
      "What is asked before a job is opened is not carried along by a job in hand.",
      "^src/(ui/run/|core/job/(run\\.ts|tasks/[^/]+/(?!setup\\.ts|.*\\.test\\.ts)))",
      "^src/core/job/(prepare\\.ts|tasks/(setups|lashSetup|[^/]+/setup)\\.ts)$",
    ),
    forbid(
      "run-knows-no-kind",
      "The run asks the registry of rooms, and that in one place.",
      "^src/ui/run/(?!tasks/)",
      `^src/ui/run/tasks/${KINDS}`,
    ),
    forbid(
      "core-below-the-job",
      "What a job stands on knows no job.",
      "^src/core/(?!job/|calc/|mechanic/)",
      "^src/core/job/",
    ),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    // Tests may reach for whatever they try.
    exclude: { path: "node_modules|\\.(test|testing)\\.tsx?$" },
  },
};
export default config;
