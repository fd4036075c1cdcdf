import { chakra } from "@chakra-ui/react/styled-system";
import { useId } from "react";
import { Complaint, PlateHeading } from "../controls/Stamp";

interface Props<T extends string> {
  readonly legend: string;
  readonly name: string;
  readonly value: T | null;
  readonly options: readonly { readonly value: T; readonly label: string; readonly note?: string }[];
  readonly onChange: (value: T) => void;
  readonly error?: string | undefined;
  /** Side by side instead of one under the other. */
  readonly across?: boolean;
}

/** One of a few, each large enough for a thumb. */
export function Choice<T extends string>({
  legend,
  name,
  value,
  options,
  onChange,
  error,
  across = false,
}: Props<T>) {
  const note = useId();
  return (
    <chakra.fieldset
      border="0"
      p="0"
      m="0"
      minWidth="0"
      aria-describedby={error === undefined ? undefined : note}
      data-invalid={error === undefined ? undefined : ""}
    >
      <chakra.legend p="0" pb="1">
        <PlateHeading as="span">{legend}</PlateHeading>
      </chakra.legend>
      <chakra.div display="grid" gridTemplateColumns={across ? `repeat(${options.length}, 1fr)` : "1fr"} gap="2">
        {options.map((o) => (
          <chakra.label
            key={o.value}
            display="grid"
            gridTemplateColumns="28px 1fr"
            gap="3"
            alignItems="center"
            minHeight="56px"
            px="3"
            py="2"
            cursor="pointer"
            bg="sheet"
            border={o.value === value ? "3px solid" : "1.5px solid"}
            borderColor={o.value === value ? "ink" : "edge"}
            borderRadius="plate"
          >
            <input
              type="radio"
              name={name}
              value={o.value}
              checked={o.value === value}
              onChange={() => onChange(o.value)}
              style={{ width: 24, height: 24, accentColor: "var(--f-colors-ink)" }}
            />
            <span>
              <chakra.span display="block" fontSize="18px" fontWeight={600}>
                {o.label}
              </chakra.span>
              {o.note !== undefined && (
                <chakra.span display="block" fontSize="16px" color="soft">
                  {o.note}
                </chakra.span>
              )}
            </span>
          </chakra.label>
        ))}
      </chakra.div>
      {error !== undefined && (
        <Complaint id={note} role="alert">
          {error}
        </Complaint>
      )}
    </chakra.fieldset>
  );
}
