"use client";

import type { DepthSchool } from "@/core/preload/plunger";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EngineState } from "@/core/engine/engineFile";
import type { GrowthSourceId } from "@/core/heat/growthSources";
import type { LifterState } from "@/core/preload/zeroLash";
import type { School } from "@/core/lash/school";
import type { Lack } from "@/core/job/setup/givens";
import type { Purpose } from "@/core/job/setup/purpose";
import type { Person } from "@/core/shop/person";
import type { ServingOrder } from "@/core/stops/orders";
import type { MethodId } from "@/core/stops/methods";
import type { StopSettings } from "@/core/stops/settings";
import { parseLength } from "@/core/units/length";
import { figure } from "../controls/typed";
import { useTemperature } from "../controls/ways";
import { schoolKey } from "../schoolHere";
import { missing } from "./missing";
import { type Trouble, send, troubleOf } from "../send";
import { writeStored } from "../stored";

/** The preparation as it was filled in. */
export interface Filled {
  readonly engineId: string;
  readonly purpose: Purpose;
  readonly note: string;
  /** What the counter shows, as it was typed. */
  readonly hours: string;
  readonly source: number;
  readonly state: EngineState | null;
  readonly temperature: string;
  readonly temperatureSure: boolean;
  readonly feelerSetId: string | null;
  readonly otherSetIds: readonly string[];
  readonly school: School;
  readonly keepSchool: boolean;
  readonly survey: boolean;
  readonly depth: DepthSchool;
  readonly proof: boolean;
  readonly again: string | null;
  readonly carry: boolean;
  readonly tolerance: string;
  readonly heatWay: GrowthSourceId | null;
  readonly targetTurns: number | null;
  readonly lifters: LifterState | null;
  readonly travelMm: number | null;
  readonly air: string;
  readonly licensed: string;
  readonly bank: number | null;
  readonly method: MethodId | null;
  readonly settings: StopSettings;
  readonly servingOrder: ServingOrder;
  readonly cautions: readonly string[];
  /** What is lacking by the rules of a job. */
  readonly lacks: readonly Lack[];
  readonly liftersUnsaid: boolean;
}

/** Opens the job and goes to its run; what is wrong is said at its field. */
export function useBegin(person: Person | null) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [busy, setBusy] = useState(false);
  const degrees = useTemperature();
  const [doubted, setDoubted] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly Trouble[]>([]);

  async function begin({
    temperature,
    tolerance,
    air,
    settings,
    feelerSetId,
    method,
    school,
    keepSchool,
    lacks,
    liftersUnsaid,
    hours,
    ...filled
  }: Filled): Promise<void> {
    const wrong = missing({ lacks, liftersUnsaid, hours, temperature, air, tolerance, celsius: degrees.celsius });
    if (wrong.length > 0) return setProblems(wrong);
    const within = tolerance.trim() === "" ? null : parseLength(tolerance);
    setBusy(true);
    if (person !== null && person.school !== school) {
      // For this job only, unless it was asked to stay.
      if (keepSchool) await send("PUT", "/api/people", { school });
      else writeStored(schoolKey(id, person.id), school);
    }
    const sent = await send<{ id: string }>("POST", "/api/jobs", {
      id,
      ...filled,
      hours: figure(hours) ?? null,
      // A counter that runs backwards is asked about once.
      hoursSure: hours === doubted,
      temperatureC: degrees.celsius(temperature),
      allToAimMm: within?.mm ?? null,
      airC: degrees.celsius(air),
      feelerSetId: feelerSetId ?? "",
      method: method ?? "",
      requiredMarginDeg: settings.requiredDeg,
      openingShare: settings.openingShare,
      closingShare: settings.closingShare,
      marksOnly: settings.marksOnly,
    });
    if (sent.kind === "done") return router.push(`/jobs/${sent.data.id}`);
    setBusy(false);
    const trouble = troubleOf(sent);
    if (trouble?.path === "hours") setDoubted(hours);
    setProblems(trouble === null ? [] : [trouble]);
  }
  return { begin, busy, problems };
}
