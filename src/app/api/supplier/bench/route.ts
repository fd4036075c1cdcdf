import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { requireSimulated } from "@/server/devices/simulated";
import { actor } from "@/server/http/actor";
import { readCommand, respond } from "@/server/http/http";
import { setBench } from "@/server/parts/supplier";

const figures = z.record(z.string().max(80), z.number().min(0).max(100_000)).optional();
const command = z.strictObject({
  down: z.boolean().optional(),
  slowMs: z.number().min(0).max(60_000).optional(),
  loseAnswer: z.boolean().optional(),
  dayMs: z.number().min(0).optional(),
  deliver: z.boolean().optional(),
  price: figures,
  stock: figures,
});

/** How the simulated supplier behaves: slow, down, out of stock. A real one does that by itself. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await actor("work");
    requireSimulated();
    await setBench(await readCommand(request, command));
    return NextResponse.json({ ok: true });
  });
}
