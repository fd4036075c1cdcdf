import next from "eslint-config-next/core-web-vitals";
import typescript from "eslint-config-next/typescript";

/** Imports run one way: app → ui, server; server → db, print, core; ui → core; core → nothing of ours. */
/** @param {string[]} files @param {string[]} patterns @param {string[]} names @param {string} message */
const forbid = (files, patterns, names, message) => ({
  files,
  rules: {
    "no-restricted-imports": [
      "error",
      { patterns: [{ group: patterns, message }], paths: names.map((name) => ({ name, message })) },
    ],
  },
});
const inTests = ["**/*.test.ts", "**/*.testing.ts", "e2e/**"];

/** Where there is React: its rules compile every file that they look at. */
const SCREENS = ["src/ui/**", "src/app/**", "src/print/**", "src/workers/**", "**/*.tsx"];

const config = [
  { ignores: [".next/**", ".data/**", "node_modules/**", "next-env.d.ts", "test-results/**"] },
  ...next.map((part) => ("ignores" in part ? part : { ...part, files: SCREENS })),
  ...typescript,
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { ignoreRestSiblings: true }],
      "@typescript-eslint/no-explicit-any": "error",
      "no-console": ["error", { allow: ["error"] }],
      eqeqeq: ["error", "always", { null: "ignore" }],
    },
  },
  {
    ...forbid(
      ["src/core/**"],
      [
        "next/*",
        "@chakra-ui/*",
        "drizzle-orm/*",
        "node:*",
        "@/db/*",
        "@/server/*",
        "@/ui/*",
        "@/app/*",
        "**/db/*",
        "**/server/*",
        "**/ui/*",
      ],
      ["react", "react-dom", "next", "drizzle-orm", "pg", "fs"],
      "The core knows neither interface, database, clock nor disk.",
    ),
    ignores: inTests,
  },
  {
    files: ["src/core/**"],
    ignores: inTests,
    rules: {
      "no-restricted-globals": ["error", "Date", "process", "fetch", "window", "document", "localStorage"],
      "no-restricted-properties": ["error", { object: "Math", property: "random", message: "Take a seed." }],
    },
  },
  {
    ...forbid(
      ["src/ui/**"],
      ["@/db/*", "@/server/*", "@/app/*", "**/db/*", "**/server/*", "node:*", "@/core/**/*Schema", "@/core/calc/*"],
      ["drizzle-orm", "pg", "zod"],
      "The interface knows the core only, and leaves validation to the server.",
    ),
    ignores: inTests,
  },
  {
    ...forbid(
      ["src/db/**"],
      ["@/ui/*", "@/app/*", "@/server/*"],
      ["react", "next"],
      "The database layer knows the core only.",
    ),
    ignores: inTests,
  },
  {
    ...forbid(
      ["src/print/**"],
      ["@/db/*", "@/server/*", "@/ui/*", "@/app/*"],
      ["next", "drizzle-orm", "pg"],
      "Print knows the core only.",
    ),
    ignores: inTests,
  },
  {
    ...forbid(["src/server/**"], ["@/ui/*", "@/app/*"], ["react"], "The server knows database, print and core."),
    ignores: inTests,
  },
];

export default config;
