/** Threads for heavy work, and a queue for each who asks: nobody's work keeps another's, or an entry, waiting. */
import { availableParallelism } from "node:os";
import path from "node:path";
import PQueue from "p-queue";
import { Piscina } from "piscina";

export interface ThreadLimits {
  /** At least two, so that one who asks for much leaves one to the others. */
  readonly threads: number;
  /** From when it is begun; past it the thread is ended and the work refused. */
  readonly longestMs: number;
  /** Of one who asks. */
  readonly waiting: number;
}

/** Plain values: this may be loaded more than once in a process, and its own errors would be strangers elsewhere. */
export type ThreadOutcome = { readonly answer: unknown } | { readonly not: "too-many" | "too-long" };

const LIMITS: ThreadLimits = { threads: Math.max(2, availableParallelism()), longestMs: 20_000, waiting: 100 };

/** Of all who ask together: whoever asks under many names holds the others up no longer than that. */
const MOST_QUEUED = 400;

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

  /**
   * What the module answers, or why it was not asked. Of one who asks, what has the higher priority comes first.
   * @throws what the module throws
   */
  async run(work: unknown, forWhom: string, priority = 0): Promise<ThreadOutcome> {
    const queue = this.queueOf(forWhom);
    if (queue.size >= this.limits.waiting || this.full) return { not: "too-many" };
    return queue.add(() => this.runOne(work), { priority, throwOnTimeout: true });
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

  private async runOne(work: unknown): Promise<ThreadOutcome> {
    const signal = AbortSignal.timeout(this.limits.longestMs);
    try {
      return { answer: await this.pool.run(work, { signal }) };
    } catch (error) {
      if (!signal.aborted) throw error;
      return { not: "too-long" };
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
