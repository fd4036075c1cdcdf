"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { CRANK_OFF_DEG, IN_HAND_DEG, type StopSettings } from "@/core/stops/settings";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";

interface Props {
  readonly settings: StopSettings;
  readonly onChange: (settings: StopSettings) => void;
}

/** What a stop must leave, and what the eye takes for "just opening" and "started to close". */
export function StopSettingsForm({ settings, onChange }: Props) {
  const usual = [
    { words: "By a mark", deg: CRANK_OFF_DEG.mark + IN_HAND_DEG },
    { words: "By eye", deg: CRANK_OFF_DEG.eye + IN_HAND_DEG },
  ];
  return (
    <chakra.fieldset border="0" p="0" m="0" display="flex" flexDirection="column" gap="3" minWidth="0">
      <chakra.legend p="0" pb="1">
        <PlateHeading as="span">How sure of the crank</PlateHeading>
      </chakra.legend>
      <chakra.div display="flex" gap="2" flexWrap="wrap">
        {usual.map((u) => (
          <Button
            key={u.deg}
            type="button"
            px="3"
            aria-pressed={settings.requiredDeg === u.deg}
            borderWidth={settings.requiredDeg === u.deg ? "3px" : "1.5px"}
            onClick={() => onChange({ ...settings, requiredDeg: u.deg })}
          >
            {u.words}: {u.deg}°
          </Button>
        ))}
      </chakra.div>
      <Figure
        label="Required margin, degrees"
        value={settings.requiredDeg}
        max={90}
        onValue={(requiredDeg) => onChange({ ...settings, requiredDeg })}
      />
      <Figure
        label="Just opening, percent open"
        value={Math.round(settings.openingShare * 100)}
        max={100}
        onValue={(n) => onChange({ ...settings, openingShare: n / 100 })}
      />
      <Figure
        label="Started to close, percent"
        value={Math.round(settings.closingShare * 100)}
        max={100}
        onValue={(n) => onChange({ ...settings, closingShare: n / 100 })}
      />
      <Tick
        on={settings.marksOnly}
        onChange={(marksOnly) => onChange({ ...settings, marksOnly })}
        label="Fewest stops on this engine's marks only"
      />
    </chakra.fieldset>
  );
}

interface FigureProps {
  readonly label: string;
  readonly value: number;
  readonly max: number;
  readonly onValue: (value: number) => void;
}

/** Takes effect while it is a number in its range; what is typed stays as it is typed. */
function Figure({ label, value, max, onValue }: FigureProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): number => (text.trim() === "" ? NaN : Number(text.replace(",", ".")));
  const wrong = typed !== null && !(read(typed) >= 0 && read(typed) <= max);
  return (
    <Field label={label} error={wrong ? `From 0 to ${max}.` : undefined}>
      {(c) => (
        <TextInput
          {...c}
          inputMode="decimal"
          value={typed ?? String(value)}
          onChange={(e) => {
            setTyped(e.target.value);
            const n = read(e.target.value);
            if (n >= 0 && n <= max) onValue(n);
          }}
          onBlur={() => {
            if (!wrong) setTyped(null);
          }}
        />
      )}
    </Field>
  );
}
