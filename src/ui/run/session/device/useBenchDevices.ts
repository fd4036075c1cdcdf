"use client";

import { useEffect, useRef } from "react";
import type { Assessment } from "@/core/devices/assess";
import { type CrankDeg, fold } from "@/core/units/angle/arc";
import { useDevice } from "../../../devices/useDevice";
import { readStored, useStored } from "../../../stored";
import type { RunNow } from "../../model";

interface Reference {
  readonly stop: string;
  readonly encoderDeg: number;
  readonly crankDeg: number;
}

/** Gauge and encoder of this run: which are listened to, the gauge's zero, and where the crank stands by the encoder. */
export function useBenchDevices(jobId: string, now: RunNow, cycleDeg: 360 | 720) {
  const [gaugeOn, setGaugeOn] = useStored<boolean>("fulcrata-gauge-on");
  const [encoderOn, setEncoderOn] = useStored<boolean>("fulcrata-encoder-on");
  const [zeroMm, setZeroMm] = useStored<number>("fulcrata-gauge-zero");
  const gauge = useDevice("gauge", gaugeOn === true);
  const encoder = useDevice("encoder", encoderOn === true);
  // Kept with the job: after a reload the encoder still tells how far the crank is from where it was said to be.
  const key = `fulcrata-encoder-at-${jobId}`;
  const [reference, setReference] = useStored<Reference>(key);

  // Whoever says that the crank is at a stop tells the encoder where it is, too.
  const { stop } = now.state;
  const latest = useRef<Assessment | null>(null);
  useEffect(() => {
    latest.current = encoder;
  });
  const heard = encoder?.value != null;
  useEffect(() => {
    const value = latest.current?.value ?? null;
    if (stop !== null && heard && value !== null && readStored<Reference>(key)?.stop !== stop.letter)
      setReference({ stop: stop.letter, encoderDeg: value, crankDeg: stop.crankDeg });
  }, [stop, heard, key, setReference]);

  const crankDeg: CrankDeg | null =
    reference === null || encoder?.value == null
      ? null
      : fold(reference.crankDeg + encoder.value - reference.encoderDeg, cycleDeg);
  return {
    gauge: gauge === null || gauge.value === null ? gauge : { ...gauge, value: gauge.value - (zeroMm ?? 0) },
    encoder,
    crankDeg,
    gaugeOn: gaugeOn === true,
    encoderOn: encoderOn === true,
    setGaugeOn,
    setEncoderOn,
    /** What the gauge shows now counts as zero. */
    zeroGauge: () => setZeroMm(gauge?.value ?? 0),
    /** The crank is at the stop that was said: the encoder counts from here. */
    syncEncoder: () => {
      if (stop !== null && encoder?.value != null)
        setReference({ stop: stop.letter, encoderDeg: encoder.value, crankDeg: stop.crankDeg });
    },
  };
}

export type BenchDevices = ReturnType<typeof useBenchDevices>;
