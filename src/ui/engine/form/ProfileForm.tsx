"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { CamDraft } from "@/core/engine/camDraft";
import { fullLift } from "@/core/engine/profile";
import type { CsvChoices, CsvRead } from "@/core/engine/profileCsv";
import { Field, Select, TextArea, TextInput } from "../../controls/Field";
import { Complaint } from "../../controls/Stamp";
import { Two } from "../../controls/Two";

interface Props {
  readonly strokes: 2 | 4;
  readonly profiles: CamDraft["profiles"];
  readonly onProfiles: (profiles: CamDraft["profiles"]) => void;
}

type Role = "intake" | "exhaust";

/** A lobe's measured lift, from a file or pasted: one file with both lobes, or one for each. */
export function ProfileForm({ strokes, profiles, onProfiles }: Props) {
  const [text, setText] = useState("");
  const [role, setRole] = useState<Role | "both">(strokes === 4 ? "both" : "exhaust");
  const [choices, setChoices] = useState({
    angles: "crank" as CsvChoices["angles"],
    unit: "mm" as CsvChoices["unit"],
    zero: "firing" as CsvChoices["zero"],
    fullLift: "",
  });
  const [read, setRead] = useState<CsvRead | null>(null);

  /** Reads again whenever the text or a choice changes; the reader is loaded when it is first needed. */
  async function take(next: { text?: string; role?: Role | "both" } & Partial<typeof choices>): Promise<void> {
    const all = { ...choices, text, role, ...next };
    setText(all.text);
    setRole(all.role);
    setChoices({ angles: all.angles, unit: all.unit, zero: all.zero, fullLift: all.fullLift });
    if (all.text.trim() === "") return setRead(null);
    const { readProfileCsv } = await import("@/core/engine/profileCsv");
    const fullLiftDeg = all.fullLift.trim() === "" ? null : Number(all.fullLift.replace(",", "."));
    const got = readProfileCsv(
      all.text,
      {
        angles: all.angles,
        unit: all.unit,
        zero: all.zero,
        fullLiftDeg: fullLiftDeg !== null && Number.isFinite(fullLiftDeg) ? fullLiftDeg : null,
      },
      strokes === 2 ? 360 : 720,
    );
    setRead(got);
    if (got.kind === "refused") return;
    const [first, second] = got.columns;
    if (first === undefined) return;
    if (all.role !== "both") onProfiles({ ...profiles, [all.role]: { profile: first.points } });
    else
      onProfiles({
        intake: { profile: first.points },
        ...(second === undefined ? {} : { exhaust: { profile: second.points } }),
      });
  }

  async function open(file: File | undefined): Promise<void> {
    if (file === undefined) return;
    if (file.size > 1_000_000)
      return setRead({ kind: "refused", why: "This file is over 1 MB: lift at every degree is far smaller." });
    await take({ text: await file.text() });
  }

  const columns = read?.kind === "read" ? read.columns : [];
  return (
    <chakra.div display="flex" flexDirection="column" gap="3">
      <Two>
        <Field label="CSV file" hint="Degrees, then lift; commas or semicolons">
          {(c) => (
            <TextInput
              {...c}
              type="file"
              accept=".csv,.txt,text/csv"
              onChange={(e) => void open(e.target.files?.[0])}
            />
          )}
        </Field>
        <Field label="It holds">
          {(c) => (
            <Select {...c} value={role} onChange={(e) => void take({ role: e.target.value as Role | "both" })}>
              {strokes === 4 && <option value="both">degrees, intake, exhaust</option>}
              {strokes === 4 && <option value="intake">degrees, intake</option>}
              <option value="exhaust">degrees, exhaust</option>
            </Select>
          )}
        </Field>
        <Field label="Its degrees are">
          {(c) => (
            <Select
              {...c}
              value={choices.angles}
              onChange={(e) => void take({ angles: e.target.value as CsvChoices["angles"] })}
            >
              <option value="crank">crank degrees</option>
              <option value="cam">cam degrees</option>
            </Select>
          )}
        </Field>
        <Field label="Its lift is in">
          {(c) => (
            <Select
              {...c}
              value={choices.unit}
              onChange={(e) => void take({ unit: e.target.value as CsvChoices["unit"] })}
            >
              <option value="mm">mm</option>
              <option value="in">inches</option>
            </Select>
          )}
        </Field>
        <Field label="Its zero is">
          {(c) => (
            <Select
              {...c}
              value={choices.zero}
              onChange={(e) => void take({ zero: e.target.value as CsvChoices["zero"] })}
            >
              <option value="firing">firing TDC</option>
              <option value="overlap">overlap TDC</option>
              <option value="full-lift">full lift</option>
            </Select>
          )}
        </Field>
        {choices.zero === "full-lift" && (
          <Field label="Full lift lies at" hint="Crank ° after firing TDC">
            {(c) => (
              <TextInput
                {...c}
                inputMode="decimal"
                value={choices.fullLift}
                onChange={(e) => void take({ fullLift: e.target.value })}
              />
            )}
          </Field>
        )}
      </Two>
      <Field label="Or its lines" error={read?.kind === "refused" ? read.why : undefined}>
        {(c) => (
          <TextArea
            {...c}
            rows={5}
            spellCheck={false}
            value={text}
            onChange={(e) => void take({ text: e.target.value })}
          />
        )}
      </Field>
      {columns.map((column, i) => (
        <chakra.div key={column.name + String(i)} fontSize="16px">
          <b>{column.name}</b>: {column.points.length} points, full lift {fullLift(column.points).liftMm.toFixed(2)}{" "}
          mm at {Math.round(fullLift(column.points).deg)}° after firing TDC.
          {column.notes.map((note) => (
            <Complaint key={note} as="p">
              {note}
            </Complaint>
          ))}
        </chakra.div>
      ))}
      {columns.length === 0 && read === null && (profiles.intake !== undefined || profiles.exhaust !== undefined) && (
        <chakra.p fontSize="16px" color="soft">
          Saved from before:{" "}
          {(["intake", "exhaust"] as const)
            .filter((r) => profiles[r] !== undefined)
            .map((r) => `${r} with ${profiles[r]?.profile.length} points`)
            .join(", ")}
          .
        </chakra.p>
      )}
    </chakra.div>
  );
}
