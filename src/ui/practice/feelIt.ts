/** A drag that the device can give to the hand, and to the ear where sound is on. */
import type { Drag } from "@/core/practice/bench/feel";

const VIBRATES: Readonly<Record<Drag, readonly number[]>> = {
  none: [],
  light: [12],
  firm: [30, 20, 30, 20, 30],
  stuck: [120],
};
/** How loud a leaf rasps, and for how long. */
const RASPS: Readonly<Record<Drag, readonly [gain: number, seconds: number]>> = {
  none: [0.02, 0.12],
  light: [0.12, 0.3],
  firm: [0.4, 0.5],
  stuck: [0.5, 0.06],
};

let audio: AudioContext | null = null;

export function feelIt(drag: Drag, sound: boolean): void {
  if (typeof navigator.vibrate === "function") navigator.vibrate([...VIBRATES[drag]]);
  if (!sound) return;
  audio ??= new AudioContext();
  const [gain, seconds] = RASPS[drag];
  const buffer = audio.createBuffer(1, Math.ceil(audio.sampleRate * seconds), audio.sampleRate);
  const data = buffer.getChannelData(0);
  for (let i = 0; i < data.length; i++) data[i] = (Math.random() * 2 - 1) * (1 - i / data.length);
  const source = audio.createBufferSource();
  source.buffer = buffer;
  const volume = audio.createGain();
  volume.gain.value = gain;
  source.connect(volume).connect(audio.destination);
  source.start();
}
