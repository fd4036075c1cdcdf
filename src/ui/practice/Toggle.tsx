import { Button } from "../controls/Button";

/** One of a few ways to hold something, on or off. */
export const Toggle = ({
  on,
  label,
  onChange,
}: {
  readonly on: boolean;
  readonly label: string;
  readonly onChange: (on: boolean) => void;
}) => (
  <Button
    type="button"
    aria-pressed={on}
    fontSize="15px"
    px="2"
    borderWidth={on ? "3px" : "1.5px"}
    borderColor={on ? "now" : "edge"}
    onClick={() => onChange(!on)}
  >
    {label}
  </Button>
);
