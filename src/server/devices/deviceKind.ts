import { DEVICE_KINDS, type DeviceKind } from "@/core/devices/line";
import { Refused } from "../http/refused";

/** The kind in an address. @throws Refused when there is no such device */
export function deviceKind(text: string): DeviceKind {
  const kind = DEVICE_KINDS.find((k) => k === text);
  if (kind === undefined) throw new Refused(`There is no device ${text}: gauge and encoder are known.`, 404);
  return kind;
}
