import { redirect } from "next/navigation";
import { QUICK_KINDS } from "@/ui/quick/kinds";

/** The first of the quick answers: the others stand beside it. */
export default function QuickHome() {
  redirect(`/quick/${QUICK_KINDS[0]}`);
}
