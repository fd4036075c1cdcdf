import { NextResponse } from "next/server";

export const dynamic = "force-dynamic";

/** It lives: whether it can work is said by `/api/ready`. */
export const GET = () => NextResponse.json({ ok: true });
