/** A moment as a shop says it, in this device's own time. */
import { format } from "date-fns";

export const dayWords = (iso: string): string => format(new Date(iso), "EEE d MMM, HH:mm");
