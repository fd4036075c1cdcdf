/** The app's routes and pages as its folders have them: what is added is tried as well. */
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";

const ROOT = path.resolve(import.meta.dirname, "..");

export const NOBODYS_ID = "123e4567-e89b-42d3-a456-426614174000";

/** Every route and page of the app, from its files, with an id that is nobody's. */
export const ROUTES = readdirSync(path.join(ROOT, "src/app"), { recursive: true, encoding: "utf8" })
  .filter((file) => /(^|\/)(route|page)\.tsx?$/.test(file))
  .map((file) => {
    const source = readFileSync(path.join(ROOT, "src/app", file), "utf8");
    const methods = [...source.matchAll(/\b(GET|POST|PUT|DELETE|PATCH)\b/g)].map((m) => m[1] ?? "");
    return {
      path: `/${path.dirname(file) === "." ? "" : path.dirname(file)}`
        .replaceAll("[id]", NOBODYS_ID)
        .replace("[kind]", file.startsWith("quick") ? "stops" : "gauge")
        .replace("[operation]", "lash")
        .replace("[valve]", "1I")
        .replace("[token]", "none")
        .replace("[path]", "sw.js"),
      methods: file.endsWith("page.tsx") ? ["GET"] : [...new Set(methods)],
      /** What only a lead does there. */
      forLeads: /asActor\("(people|devices|sets|settings|archive|viewers|export)"\)/.test(source),
    };
  });

/** What is there for whoever is not signed in, and why. */
export const OPEN: Readonly<Record<string, string>> = {
  "/begin": "the first page of an empty database; leads away from a shop",
  "/quick": "leads to its first page",
  "/sign-in": "where one signs in",
  "/welcome/none": "says that this link is spent",
  "/api/begin": "begins the first shop, once",
  "/api/sign-in": "signs in",
  "/api/sign-in/pin": "signs in on a shared device",
  "/api/sign-in/pass": "signs in whoever took over a shared device without a network",
  "/api/sign-out": "ends a session, or none",
  "/api/welcome": "takes a link",
  "/api/welcome/known": "takes a link, with a name and password",
  "/api/health": "says that the server runs",
  "/api/ready": "says that the database answers",
  "/api/calc/lash": "computes with what is sent, and knows nothing",
  "/serwist/sw.js": "the app's own file",
};
