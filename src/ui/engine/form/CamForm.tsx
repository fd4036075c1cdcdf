"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { CamDraft } from "@/core/engine/camDraft";
import { USUAL } from "@/core/units/typedLength";
import { Field, Select, TextInput } from "../../controls/Field";
import { LengthInput } from "../../controls/LengthInput";
import { Complaint } from "../../controls/Stamp";
import { Two } from "../../controls/Two";
import { ProfileForm } from "./ProfileForm";

interface Props {
  readonly cam: CamDraft;
  readonly strokes: 2 | 4;
  readonly hasInjectors: boolean;
  readonly problems: {
    readonly cam: string | undefined;
    readonly ramp: string | undefined;
    readonly release: string | undefined;
  };
  readonly onChange: (change: Partial<CamDraft>) => void;
}

type TextField = Exclude<keyof CamDraft, "known" | "profiles" | "otherReleases">;

/** A cam as far as it is known: not at all, by its events, by its lobes, or measured. */
export function CamForm({ cam, strokes, hasInjectors, problems, onChange }: Props) {
  const field = (key: TextField, label: string, hint?: string, error?: string) => (
    <Field key={key} label={label} {...(hint === undefined ? {} : { hint })} error={error}>
      {(c) => (
        <TextInput {...c} value={cam[key]} autoComplete="off" onChange={(e) => onChange({ [key]: e.target.value })} />
      )}
    </Field>
  );
  const length = (key: "atLift" | "intakeLift" | "exhaustLift", label: string, hint?: string) => (
    <Field key={key} label={label} {...(hint === undefined ? {} : { hint })}>
      {(c) => (
        <LengthInput
          {...c}
          usual={key === "atLift" ? USUAL.checkingLift : USUAL.fullLift}
          value={cam[key]}
          onChange={(text) => onChange({ [key]: text })}
        />
      )}
    </Field>
  );
  return (
    <>
      <Field
        label="What is known of the cam"
        {...(cam.known === "unknown"
          ? { hint: "Then a wide one is planned for, so that a hot cam is safe too" }
          : {})}
      >
        {(c) => (
          <Select {...c} value={cam.known} onChange={(e) => onChange({ known: e.target.value as CamDraft["known"] })}>
            <option value="unknown">nothing, or only that it is a hot one</option>
            <option value="events">when the valves open and close</option>
            {strokes === 4 && <option value="lobes">durations and lobe centers (cam card)</option>}
            <option value="profile">measured lift, from a CSV file</option>
          </Select>
        )}
      </Field>
      {cam.known === "events" && (
        <Two>
          {strokes === 4 && field("intakeOpens", "Intake opens, ° before top center")}
          {strokes === 4 && field("intakeCloses", "Intake closes, ° after bottom center")}
          {field("exhaustOpens", "Exhaust opens, ° before bottom center")}
          {field(
            "exhaustCloses",
            strokes === 4 ? "Exhaust closes, ° after top center" : "Exhaust closes, ° after bottom center",
          )}
        </Two>
      )}
      {cam.known === "lobes" && (
        <Two>
          {field("intakeDuration", "Intake duration, crank °")}
          {field("exhaustDuration", "Exhaust duration, crank °")}
          {field("intakeCenterline", "Intake centerline, °")}
          {field("separation", "Lobe separation, °")}
        </Two>
      )}
      {cam.known === "profile" && (
        <ProfileForm strokes={strokes} profiles={cam.profiles} onProfiles={(profiles) => onChange({ profiles })} />
      )}
      {problems.cam !== undefined && <Complaint role="alert">{problems.cam}</Complaint>}
      {(cam.known === "events" || cam.known === "lobes") && (
        <Two>
          {length("atLift", "Checked at a lift of", "0.15 mm, 1 mm, .050 in; empty: not said")}
          {field("ramp", "Ramp each side, crank °", "Empty: by the checking lift", problems.ramp)}
        </Two>
      )}
      {cam.known === "profile" && length("atLift", "The eye sees it open at a lift of", "Empty: 0.15 mm")}
      <chakra.details open={cam.releaseFrom !== "" || cam.injectorOpens !== "" || cam.intakeLift !== ""}>
        <chakra.summary fontSize="17px" minHeight="40px" display="list-item" cursor="pointer">
          Compression release{hasInjectors ? ", injector lobe" : ""}, full lift
        </chakra.summary>
        <Two>
          {field("releaseFrom", "Release begins, ° before firing TDC", "Exhaust; empty: none", problems.release)}
          {field("releaseTo", "Release ends, ° before firing TDC")}
          {hasInjectors && field("injectorOpens", "Injector lobe begins, ° after firing TDC", "640 is 80 before it")}
          {hasInjectors && field("injectorCloses", "Injector lobe ends, ° after firing TDC")}
          {cam.known !== "profile" && strokes === 4 && length("intakeLift", "Intake full lift", "For the drawing")}
          {cam.known !== "profile" && length("exhaustLift", "Exhaust full lift", "For the drawing")}
        </Two>
      </chakra.details>
    </>
  );
}
