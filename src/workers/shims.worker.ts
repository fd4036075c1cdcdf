/** Works out which part goes where beside the page, so that the page never stands still. */
import { shimOffers } from "@/core/job/tasks/shims/offers";
import { jobState } from "@/core/job/run";
import { planWeek } from "@/core/job/tasks/shims/week";
import type { ShimAnswer, ShimQuestion } from "@/core/job/tasks/shims/workerMessages";

/** More often nobody can see. */
const TELL_MS = 100;

const page = self as unknown as {
  onmessage: ((event: MessageEvent<ShimQuestion>) => void) | null;
  postMessage: (answer: ShimAnswer) => void;
};

page.onmessage = ({ data }) => {
  let toldAt = performance.now();
  const onProgress = (done: number, of: number): boolean => {
    if (performance.now() - toldAt < TELL_MS) return true;
    toldAt = performance.now();
    page.postMessage({ kind: "progress", id: data.id, share: done / of });
    return true;
  };
  if (data.kind === "week")
    return page.postMessage({
      kind: "week",
      id: data.id,
      week: planWeek(data.jobs, data.sources, data.choice, onProgress),
    });
  const { job, entries, out, sources, choice } = data;
  page.postMessage({
    kind: "offers",
    id: data.id,
    offers: shimOffers(job, jobState(job, entries), out, sources, choice, onProgress),
  });
};
