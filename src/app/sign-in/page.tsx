import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { asAnybody } from "@/server/http/inShop";
import { hasShop } from "@/server/shop/begin";
import { doorHere } from "@/server/signIn/door";
import { SignInView } from "@/ui/signIn/SignInView";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Sign in" };

interface Params {
  readonly searchParams: Promise<{ readonly back?: string | string[] }>;
}

/** One of our own pages, or the bench. */
const ownPage = (back: unknown): string =>
  typeof back === "string" && /^\/(?![/\\])/.test(back) && !back.startsWith("/sign-in") ? back : "/";

export default async function SignInPage({ searchParams }: Params) {
  if (!(await hasShop(asAnybody()))) redirect("/begin");
  const door = await doorHere();
  return (
    <SignInView
      shopName={door?.shopName ?? null}
      people={door?.people ?? null}
      demo={door?.madeUp ?? false}
      back={ownPage((await searchParams).back)}
    />
  );
}
