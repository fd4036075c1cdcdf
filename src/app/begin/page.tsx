import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { asAnybody } from "@/server/http/inShop";
import { hasShop } from "@/server/shop/begin";
import { BeginView } from "@/ui/begin/BeginView";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Begin" };

/** The first page of an empty database; there is no other way to it, and none back. */
export default async function BeginPage() {
  if (await hasShop(asAnybody())) redirect("/");
  return <BeginView />;
}
