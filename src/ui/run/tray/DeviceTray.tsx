import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { Assessment } from "@/core/devices/assess";
import type { DeviceKind } from "@/core/devices/line";
import { Button } from "../../controls/Button";
import { Complaint } from "../../controls/Stamp";
import { send, troubleOf } from "../../send";
import { Tick } from "../../controls/Tick";
import type { BenchDevices } from "../session/device/useBenchDevices";

const HAND: Record<DeviceKind, readonly { readonly label: string; readonly line: string }[]> = {
  gauge: [
    { label: "−0.02", line: "add -0.02" },
    { label: "+0.02", line: "add 0.02" },
    { label: "+0.10", line: "add 0.10" },
  ],
  encoder: [
    { label: "−30°", line: "turn -30" },
    { label: "+10°", line: "turn 10" },
    { label: "+120°", line: "turn 120" },
  ],
};

/** Which devices are listened to, what they say, and a hand for the simulated ones. */
export function DeviceTray({ devices, stop }: { readonly devices: BenchDevices; readonly stop: string | null }) {
  const { gauge, encoder } = devices;
  return (
    <>
      <Tick
        on={devices.gaugeOn}
        onChange={devices.setGaugeOn}
        label="Bench gauge"
        note={gauge === null ? "Its value is held as a reading." : told(gauge, "mm")}
      />
      {gauge !== null && (
        <chakra.div display="flex" flexWrap="wrap" gap="2">
          <Button type="button" size="big" disabled={gauge.state !== "steady"} onClick={devices.zeroGauge}>
            This is zero
          </Button>
          <Hand kind="gauge" said={gauge} />
        </chakra.div>
      )}
      <Tick
        on={devices.encoderOn}
        onChange={devices.setEncoderOn}
        label="Barring encoder"
        note={encoder === null ? "The drawings follow the crank." : told(encoder, "°")}
      />
      {encoder !== null && (
        <chakra.div display="flex" flexWrap="wrap" gap="2">
          <Button
            type="button"
            size="big"
            disabled={stop === null || encoder.value === null}
            onClick={devices.syncEncoder}
          >
            {stop === null ? "At no stop yet" : `Crank is at stop ${stop} now`}
          </Button>
          <Hand kind="encoder" said={encoder} />
        </chakra.div>
      )}
    </>
  );
}

const told = ({ value, words, id }: Assessment, unit: string): string =>
  `${value === null ? "" : `${value.toFixed(unit === "mm" ? 3 : 1)} ${unit === "°" ? "°" : unit}. `}${words}${id === null ? "" : ` (${id})`}`;

/** Moves a simulated device: the real ones have hands at them. */
function Hand({ kind, said }: { readonly kind: DeviceKind; readonly said: Assessment }) {
  const [problem, setProblem] = useState<string | null>(null);
  if (!said.simulated) return null;
  const move = async (line: string): Promise<void> => {
    const sent = await send("POST", `/api/devices/${kind}`, { line });
    setProblem(troubleOf(sent)?.message ?? null);
  };
  return (
    <>
      {HAND[kind].map(({ label, line }) => (
        <Button
          key={line}
          type="button"
          size="big"
          aria-label={`Move the simulated ${kind} ${label}`}
          onClick={() => void move(line)}
        >
          {label}
        </Button>
      ))}
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
    </>
  );
}
