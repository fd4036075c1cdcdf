import { type NextRequest, NextResponse } from "next/server";
import { CalcProblem } from "@/core/calc/problem";
import { calculate } from "@/server/calc/calculate";
import { refusedJson, respond } from "@/server/http/http";

/** The open calculations. 400: not JSON, 404: unknown operation, 413: over 1 MB, 422: input it can't take, 429: too many. */
export function POST(request: NextRequest, { params }: { params: Promise<{ operation: string }> }) {
  return respond(request, async () => {
    const { operation } = await params;
    try {
      return NextResponse.json(await calculate(request, operation));
    } catch (error) {
      if (!(error instanceof CalcProblem)) throw error;
      return refusedJson(error.message, error.path, STATUS[error.kind]);
    }
  });
}

const STATUS: Record<CalcProblem["kind"], number> = {
  "not-json": 400,
  "too-large": 413,
  "unknown-operation": 404,
  invalid: 422,
};
