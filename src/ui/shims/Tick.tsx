import { chakra } from "@chakra-ui/react/styled-system";

interface Props {
  readonly on: boolean;
  readonly label: string;
  readonly note?: string;
  readonly onChange: (on: boolean) => void;
}

/** A wish that is on or off, large enough for a thumb. */
export const Tick = ({ on, label, note, onChange }: Props) => (
  <chakra.label
    display="grid"
    gridTemplateColumns="28px 1fr"
    gap="3"
    alignItems="center"
    minHeight="56px"
    px="3"
    py="2"
    cursor="pointer"
    bg="sheet"
    border={on ? "3px solid" : "1.5px solid"}
    borderColor={on ? "ink" : "edge"}
    borderRadius="plate"
  >
    <input
      type="checkbox"
      checked={on}
      onChange={(e) => onChange(e.target.checked)}
      style={{ width: 24, height: 24, accentColor: "var(--f-colors-ink)" }}
    />
    <span>
      <chakra.span display="block" fontSize="18px" fontWeight={600}>
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
