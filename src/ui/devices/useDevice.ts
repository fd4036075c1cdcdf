"use client";

import { useEffect, useState } from "react";
import { type Assessment, UNPLUGGED } from "@/core/devices/assess";
import type { DeviceKind } from "@/core/devices/line";

/** What a device says, while it is listened to; null while it is not. */
export function useDevice(kind: DeviceKind, on: boolean): Assessment | null {
  const [said, setSaid] = useState<Assessment>(UNPLUGGED);
  useEffect(() => {
    if (!on) return;
    const source = new EventSource(`/api/devices/${kind}/stream`);
    source.onmessage = (event: MessageEvent<string>) => setSaid(JSON.parse(event.data) as Assessment);
    source.onerror = () => setSaid(UNPLUGGED);
    return () => source.close();
  }, [kind, on]);
  return on ? said : null;
}
