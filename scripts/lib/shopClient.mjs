/** A mechanic without a browser, for torture and measurements: says who is at work, opens jobs, makes entries. */
import { randomUUID } from "node:crypto";

const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };
/** A twin with a spec and no more. */
export const TWIN = {
  format: "fulcrata-engine/1",
  name: "Torture twin",
  strokes: 4,
  cylinders: ["1", "2"],
  firingOrder: ["1", "2"],
  valves: ["1", "2"].flatMap((cylinder) => [
    { id: `${cylinder}I`, cylinder, role: "intake" },
    { id: `${cylinder}E`, cylinder, role: "exhaust" },
  ]),
  lash: { state: "cold", source: "Test card", intake: LASH, exhaust: LASH },
};
const SHIM_LASH = { nominal: "0.15 mm", low: "0.10 mm", high: "0.20 mm" };
/** The same with shims. */
export const SHIM_TWIN = {
  ...TWIN,
  name: "Torture shims",
  adjuster: { kind: "bucket-shim", diameter: "29 mm" },
  lash: { state: "cold", source: "Test card", intake: SHIM_LASH, exhaust: SHIM_LASH },
};
const CAUTIONS = ["data-first", "no-start", "plugs-out", "bar"];

/** How long an answer is waited for, ms: on a machine that other work keeps busy a quick one takes seconds too. */
const PATIENCE_MS = 60_000;

export class ShopClient {
  /** @param {string} base @param {string} cookie */
  constructor(base, cookie = "") {
    this.base = base;
    this.cookie = cookie;
  }

  /** @param {"GET" | "POST"} method @param {string} path @param {unknown} [body] */
  async ask(method, path, body) {
    const response = await fetch(this.base + path, {
      method,
      signal: AbortSignal.timeout(PATIENCE_MS),
      headers: { cookie: this.cookie, ...(body === undefined ? {} : { "content-type": "application/json" }) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const answer = await response.json();
    if (!response.ok)
      throw Object.assign(new Error(`${response.status}: ${answer?.error?.message ?? "no answer"}`), {
        status: response.status,
      });
    return { answer, response };
  }

  /** @param {string} path @returns {Promise<string>} */
  async text(path) {
    return (
      await fetch(this.base + path, { headers: { cookie: this.cookie }, signal: AbortSignal.timeout(PATIENCE_MS) })
    ).text();
  }

  /** @param {string} path */
  async bytes(path) {
    const response = await fetch(this.base + path, {
      headers: { cookie: this.cookie },
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    if (!response.ok) throw new Error(`${response.status}: ${path}`);
    return response.arrayBuffer();
  }

  /** Says who is at work. @param {string} personId */
  async enter(personId) {
    const { response } = await this.ask("POST", "/api/people", { personId });
    this.cookie = (response.headers.get("set-cookie") ?? "").split(";")[0] ?? "";
  }

  /** @param {object} [file] */
  async addEngine(file = TWIN) {
    const id = randomUUID();
    await this.ask("POST", "/api/engines", { id, text: JSON.stringify(file), serial: "", runningHours: null });
    return id;
  }

  /** @param {string} engineId @param {string} feelerSetId */
  async openJob(engineId, feelerSetId) {
    const id = randomUUID();
    await this.ask("POST", "/api/jobs", {
      id,
      engineId,
      state: "cold",
      temperatureC: 18,
      feelerSetId,
      method: "firing-order",
      cautions: CAUTIONS,
    });
    return id;
  }

  /** @param {string} job @param {object[]} entries */
  async add(job, entries) {
    return (await this.ask("POST", `/api/jobs/${job}/entries`, { entries })).answer.entries;
  }

  /** @param {string} job @returns {Promise<{ id: string, seq: number, kind: string, personId: string }[]>} */
  async ledger(job) {
    return (await this.ask("GET", `/api/jobs/${job}/entries`)).answer.entries;
  }
}

/** @param {number} mm */
const mark = (mm) => ({ mm: Number(mm.toFixed(6)), text: `${mm.toFixed(2)} mm` });

/** The entries that a round at a stop is made of, with ids of their own. */
/** @param {string} stop */
export const arrivedAt = (stop) => ({ id: randomUUID(), supersedes: null, kind: "arrived", stop });
/** As found, between this leaf and one 0.02 mm thicker. @param {string} valve @param {string} stop @param {number} mm */
export const readingOf = (valve, stop, mm) => ({
  id: randomUUID(),
  supersedes: null,
  kind: "reading",
  valve,
  stop,
  pass: "as-found",
  goes: mark(mm),
  noGo: mark(mm + 0.02),
  reason: null,
});
export const arrived = () => arrivedAt("A");
export const reading = () => readingOf("1I", "A", 0.2);
