"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { ReactNode } from "react";
import { useForm, useWatch } from "react-hook-form";
import { Button } from "../../controls/Button";
import { KeyFor } from "../panels/KeyFor";
import { Field, TextInput } from "../../controls/Field";
import { PlateHeading } from "../../controls/Stamp";
import { DeviceTray } from "./DeviceTray";
import { LearnedTray } from "./LearnedTray";
import { LookAgain } from "./LookAgain";
import { LeaveUnread } from "./LeaveUnread";
import { CallOff } from "./CallOff";
import { KeysTray } from "./KeysTray";
import type { BenchDevices } from "../session/device/useBenchDevices";
import type { Run } from "../model";
import { Tick } from "../../controls/Tick";
import { RehearseTray } from "./RehearseTray";
import { TemperatureTray } from "./TemperatureTray";

interface Props {
  readonly run: Run;
  /** Who is at work, and the light: in the header where there is room. */
  readonly atWork: ReactNode;
  readonly devices: BenchDevices;
  readonly voice: { readonly on: boolean; readonly set: (on: boolean) => void };
  readonly awake: boolean;
  readonly onClose: () => void;
}

const PAUSES = ["Called away", "Break", "Waits for parts", "Lets it cool"];

/** What lies beside the engine: pausing, voice, sets, gauge, encoder, pedal, and what was learned. */
export default function Tray({ run, atWork, devices, voice, awake, onClose }: Props) {
  const { sets, hand, job, rules } = run.context;
  // What heat and locks do is asked where a gap may be judged in either state.
  const lash = rules.judgedIn === "either-state";
  return (
    <chakra.section aria-label="Tray" maxWidth="1180px" mx="auto">
      <chakra.div display="flex" justifyContent="space-between" alignItems="center" gap="3" pb="3">
        <chakra.h2 fontFamily="stamp" fontWeight={600} fontSize="26px">
          The tray
        </chakra.h2>
        <Button type="button" size="big" onClick={onClose}>
          Back to the job
          <KeyFor name="tray" />
        </Button>
      </chakra.div>
      <chakra.div css={{ columnGap: "16px", columnCount: { base: 1, lg: 2 } }}>
        <chakra.div display={{ base: "block", lg: "none" }}>
          <Part title="At work">
            <chakra.div display="flex" alignItems="center" gap="2">
              {atWork}
            </chakra.div>
          </Part>
        </chakra.div>
        <Part title="Pause">
          <PauseForm
            onPause={(reason) => {
              if (run.enter([{ kind: "paused", reason }])) onClose();
            }}
          />
          <LookAgain run={run} onDone={onClose} />
          <LeaveUnread run={run} onDone={onClose} />
          <CallOff run={run} onDone={onClose} />
        </Part>
        {lash && job.state === "hot" && (
          <Part title="How hot it is">
            <TemperatureTray run={run} />
          </Part>
        )}
        <Part title="Set in hand">
          <chakra.div display="flex" flexWrap="wrap" gap="2">
            {sets.map((s) => (
              <Button
                key={s.id}
                type="button"
                size="big"
                aria-pressed={s.id === hand.set.id}
                borderWidth={s.id === hand.set.id ? "3px" : "1.5px"}
                onClick={() => run.chooseSet(s.id)}
              >
                {s.name}
              </Button>
            ))}
          </chakra.div>
          {sets.length === 1 && (
            <chakra.p fontSize="16px" color="soft">
              Only this one was laid out when the job began.
            </chakra.p>
          )}
        </Part>
        {lash && (
          <Part title="What this job has learned">
            <LearnedTray run={run} />
          </Part>
        )}
        {lash && run.now.state.doneCount > 0 && (
          <Part title={job.state === "cold" ? "Read it hot" : "Read it cold"}>
            <p>
              What is left already can be read {job.state === "cold" ? "hot" : "cold"} as well, as it stands: it is
              judged by the band it has there, and the next job knows the growth.
            </p>
            <Link href={`/jobs/${run.context.id}/hot-cold`} style={{ textDecoration: "underline" }}>
              Read some valves {job.state === "cold" ? "hot" : "cold"}
            </Link>
          </Part>
        )}
        <Part title="Bench gauge and barring encoder">
          <DeviceTray devices={devices} stop={run.now.state.stop?.letter ?? null} />
        </Part>
        <Part title="Practice">
          <RehearseTray jobId={run.context.id} />
        </Part>
        <Part title="Voice and screen">
          <Tick
            on={voice.on}
            onChange={voice.set}
            label="Say each next thing aloud"
            note="With this browser's own voice."
          />
          <chakra.p fontSize="16px" color="soft">
            {awake
              ? "The screen stays awake."
              : "This browser lets the screen go dark: set that in the device's own settings."}
          </chakra.p>
        </Part>
        <Part title="Keys and foot pedal">
          <KeysTray />
        </Part>
      </chakra.div>
    </chakra.section>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <chakra.section
      border="1.5px solid"
      borderColor="edge"
      borderRadius="plate"
      bg="sheet"
      p="4"
      mb="4"
      breakInside="avoid"
      display="flex"
      flexDirection="column"
      gap="3"
      minWidth="0"
    >
      <PlateHeading as="h3">{title}</PlateHeading>
      {children}
    </chakra.section>
  );
}

function PauseForm({ onPause }: { readonly onPause: (reason: string) => void }) {
  const { register, handleSubmit, control } = useForm({ defaultValues: { reason: "" } });
  const reason = useWatch({ control, name: "reason" });
  const pause = handleSubmit((said) => onPause(said.reason.trim()));
  return (
    <>
      <chakra.p fontSize="16px" color="soft">
        Whoever comes back is asked first where the crank is.
      </chakra.p>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {PAUSES.map((p) => (
          <Button key={p} type="button" size="big" onClick={() => onPause(p)}>
            {p}
          </Button>
        ))}
      </chakra.div>
      <chakra.form display="flex" gap="2" alignItems="end" onSubmit={(e) => void pause(e)}>
        <chakra.div flex="1">
          <Field label="Another reason">{(c) => <TextInput {...c} {...register("reason")} maxLength={300} />}</Field>
        </chakra.div>
        <Button type="submit" size="big" disabled={reason.trim() === ""}>
          Pause
        </Button>
      </chakra.form>
    </>
  );
}
