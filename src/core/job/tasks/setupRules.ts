/** What a kind of work says of itself before a job is opened: a job in hand asks nothing of it any more. */
import type { AnyTask } from "../job";
import type { SetupRules } from "../setup/setup";
import type { TaskRules } from "./rules";

/** What the work is about: the same before a job is opened and once it is in hand. */
export type About = Pick<TaskRules, "judgedIn" | "judgesReadings" | "sheetWork">;

export const aboutOf = ({ judgedIn, judgesReadings, sheetWork }: About): About => ({
  judgedIn,
  judgesReadings,
  sheetWork,
});

export interface TaskSetup<T extends AnyTask = AnyTask> extends About, SetupRules<T> {}
