import type { Metadata } from "next";
import { whoseLink } from "@/server/signIn/signIn";
import { WelcomeView } from "@/ui/signIn/WelcomeView";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Welcome", referrer: "no-referrer" };

export default async function WelcomePage({ params }: { readonly params: Promise<{ readonly token: string }> }) {
  const { token } = await params;
  const whose = await whoseLink(token);
  return (
    <WelcomeView
      token={token}
      whose={whose === null ? null : { name: whose.name, signInName: whose.signInName, isNew: whose.isNew }}
    />
  );
}
