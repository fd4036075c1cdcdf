/** A mechanic without a browser, for torture and measurements: says who is at work, opens jobs, makes entries. */
import { randomUUID } from "node:crypto";

const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };
/** A twin with a spec and no more. */
export const TWIN = {
  format: "fulcrata-engine/1", name: "Torture twin", strokes: 4, cylinders: ["1", "2"], firingOrder: ["1", "2"],
  valves: ["1", "2"].flatMap((cylinder) => [{ id: `${cylinder}I`, cylinder, role: "intake" }, { id: `${cylinder}E`, cylinder, role: "exhaust" }]),
  lash: { state: "cold", source: "Test card", intake: LASH, exhaust: LASH },
};
const CAUTIONS = ["data-first", "no-start", "plugs-out", "bar"];

export class ShopClient {
  /** @param {string} base @param {string} cookie */
  constructor(base, cookie = "") {
    this.base = base;
    this.cookie = cookie;
  }

  /** @param {"GET" | "POST"} method @param {string} path @param {unknown} [body] */
  async ask(method, path, body) {
    const response = await fetch(this.base + path, {
      method, signal: AbortSignal.timeout(10_000),
      headers: { cookie: this.cookie, ...(body === undefined ? {} : { "content-type": "application/json" }) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const answer = await response.json();
    if (!response.ok) throw Object.assign(new Error(`${response.status}: ${answer?.error?.message ?? "no answer"}`), { status: response.status });
    return { answer, response };
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
    await this.ask("POST", "/api/jobs", { id, engineId, state: "cold", temperatureC: 18, feelerSetId, method: "firing-order", cautions: CAUTIONS });
    return id;
  }

  /** @param {string} job @param {object[]} entries */
  async add(job, entries) {
    return (await this.ask("POST", `/api/jobs/${job}/entries`, { entries })).answer.entries;
  }

  /** @param {string} job @returns {Promise<{ id: string, seq: number, kind: string }[]>} */
  async ledger(job) {
    return (await this.ask("GET", `/api/jobs/${job}/entries`)).answer.entries;
  }
}

/** @param {number} mm */
const mark = (mm) => ({ mm, text: `${mm.toFixed(2)} mm` });

/** The entries that a round at a stop is made of, with ids of their own. */
export const arrived = () => ({ id: randomUUID(), supersedes: null, kind: "arrived", stop: "A" });
export const reading = () => ({ id: randomUUID(), supersedes: null, kind: "reading", valve: "1I", stop: "A", pass: "as-found", goes: mark(0.2), noGo: mark(0.25), reason: null });
