import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";

const LOOKS = {
  /** On its own in a plate. */
  plain: {},
  /** One of a few wishes, that are seen to be taken. */
  framed: { px: "3", py: "2", bg: "sheet", borderRadius: "plate", borderStyle: "solid" },
  /** A line of a list that is gone through. */
  ruled: { py: "3", borderTop: "1px solid", borderColor: "line" },
} as const;

interface Props {
  readonly on: boolean;
  readonly label: ReactNode;
  readonly note?: string;
  readonly look?: keyof typeof LOOKS;
  readonly onChange: (on: boolean) => void;
}

/** Something that is on or off, large enough for a thumb. */
export const Tick = ({ on, label, note, look = "plain", onChange }: Props) => (
  <chakra.label
    display="grid"
    gridTemplateColumns="32px 1fr"
    gap="3"
    minHeight="56px"
    alignItems="center"
    cursor="pointer"
    {...LOOKS[look]}
    {...(look === "framed" ? { borderWidth: on ? "3px" : "1.5px", borderColor: on ? "ink" : "edge" } : {})}
  >
    <input
      type="checkbox"
      checked={on}
      onChange={(e) => onChange(e.target.checked)}
      style={{ width: 28, height: 28, accentColor: "var(--f-colors-set)" }}
    />
    <span>
      <chakra.span display="block" fontSize="18px" {...(look === "ruled" ? {} : { fontWeight: 600 })}>
        {label}
      </chakra.span>
      {note !== undefined && (
        <chakra.span display="block" fontSize="16px" color="soft">
          {note}
        </chakra.span>
      )}
    </span>
  </chakra.label>
);
