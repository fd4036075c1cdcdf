import { parseThread, threadWords } from "@/core/units/thread";
import { Field, Select, TextInput } from "../controls/Field";
import { Two } from "../controls/Two";

export interface ThreadText {
  readonly thread: string;
  readonly at: string;
  readonly ratio: string;
}

interface Props {
  readonly typed: ThreadText;
  readonly places: readonly (readonly [string, string])[];
  /** What the lever is called where it counts; null where it does not. */
  readonly lever: string | null;
  readonly problems: Partial<Record<keyof ThreadText, string>>;
  readonly onChange: (change: Partial<ThreadText>) => void;
}

/** A screw or a nut: its thread, where it sits, and the lever that counts there. */
export function ThreadFields({ typed, places, lever, problems, onChange }: Props) {
  const thread = typed.thread.trim() === "" ? null : parseThread(typed.thread);
  return (
    <>
      <Field
        label="Thread"
        hint={thread === null || "why" in thread ? "Like 3/8-24, M8x1, 24 tpi or 1.25 mm" : threadWords(thread)}
        error={problems.thread}
      >
        {(c) => (
          <TextInput
            {...c}
            value={typed.thread}
            autoComplete="off"
            onChange={(e) => onChange({ thread: e.target.value })}
          />
        )}
      </Field>
      <Two>
        <Field label="Where it sits">
          {(c) => (
            <Select {...c} value={typed.at} onChange={(e) => onChange({ at: e.target.value })}>
              {places.map(([at, name]) => (
                <option key={at} value={at}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {lever !== null && (
          <Field label={lever} hint="Like 1.5" error={problems.ratio}>
            {(c) => (
              <TextInput
                {...c}
                value={typed.ratio}
                inputMode="decimal"
                autoComplete="off"
                onChange={(e) => onChange({ ratio: e.target.value })}
              />
            )}
          </Field>
        )}
      </Two>
    </>
  );
}
