import { chakra } from "@chakra-ui/react/styled-system";

interface SwitchProps {
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
  readonly label: string;
  readonly note?: string;
}

/** Something that is on or off, large enough for a thumb. */
export function Switch({ on, onChange, label, note }: SwitchProps) {
  return (
    <chakra.label
      display="grid"
      gridTemplateColumns="32px 1fr"
      gap="3"
      minHeight="56px"
      alignItems="center"
      cursor="pointer"
    >
      <input
        type="checkbox"
        checked={on}
        onChange={(e) => onChange(e.target.checked)}
        style={{ width: 28, height: 28, accentColor: "var(--f-colors-set)" }}
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
}
