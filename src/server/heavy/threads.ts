/** Threads for heavy work, and a queue for each who asks: nobody's work keeps another's, or an entry, waiting. */
import { availableParallelism } from "node:os";
import path from "node:path";
import PQueue from "p-queue";
import { Piscina } from "piscina";
import { Refused } from "../http/refused";

export interface ThreadLimits {
  /** At least two, so that one who asks for much leaves one to the others. */
  readonly threads: number;
  /** From when it is begun; past it the thread is ended and the work refused. */
  readonly longestMs: number;
  /** Of one who asks. */
  readonly waiting: number;
}

const LIMITS: ThreadLimits = { threads: Math.max(2, availableParallelism()), longestMs: 20_000, waiting: 24 };

/** Of all who ask together: whoever asks under many names holds the others up no longer than that. */
const MOST_QUEUED = 200;

/** Behind what answers people. */
const NICE = 10;

export class Threads {
  private readonly pool: Piscina;
  private readonly queues = new Map<string, PQueue>();

  /** @param filename a module whose default export is asked */
  constructor(
    filename: string,
    private readonly limits: ThreadLimits = LIMITS,
  ) {
    this.pool = new Piscina({
      filename,
      // All of them at once and for good: what they load to set a paper takes seconds.
      minThreads: limits.threads,
      maxThreads: limits.threads,
      niceIncrement: NICE,
      resourceLimits: { maxOldGenerationSizeMb: 512 },
      // No secrets for what only computes.
      env: { NODE_ENV: process.env["NODE_ENV"] ?? "production" },
    });
  }

  /** @throws Refused when too much waits for this one already, or the work takes too long */
  async run(work: unknown, forWhom: string): Promise<unknown> {
    const queue = this.queueOf(forWhom);
    if (queue.size >= this.limits.waiting || this.full)
      throw new Refused("So much is being worked out already: wait a moment, then try again.", 429);
    return queue.add(() => this.runOne(work));
  }

  /** Queues of who asks nothing are not kept. */
  private queueOf(forWhom: string): PQueue {
    const known = this.queues.get(forWhom);
    if (known !== undefined) return known;
    const queue = new PQueue({ concurrency: Math.max(1, this.limits.threads - 1) });
    this.queues.set(forWhom, queue);
    queue.on("idle", () => this.queues.delete(forWhom));
    return queue;
  }

  private async runOne(work: unknown): Promise<unknown> {
    const signal = AbortSignal.timeout(this.limits.longestMs);
    try {
      return await this.pool.run(work, { signal });
    } catch (error) {
      if (!signal.aborted) throw error;
      throw new Refused("This takes too long to work out: ask for less at once.", 422);
    }
  }

  /** More waits than is good for anybody. */
  get full(): boolean {
    return this.pool.queueSize >= MOST_QUEUED;
  }

  end(): Promise<void> {
    return this.pool.destroy();
  }
}

/** Where the build puts the worker with all that it needs of ours. */
const WORKER = path.join(process.cwd(), ".next/heavy/worker.mjs");

/** One for the process, however often this module is loaded. */
const shared = globalThis as { fulcrataThreads?: Threads };

export const sharedThreads = (): Threads => (shared.fulcrataThreads ??= new Threads(WORKER));
