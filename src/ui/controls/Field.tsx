import { chakra } from "@chakra-ui/react/styled-system";
import { type ReactNode, useId } from "react";
import { Complaint } from "./Stamp";

/** What is typed into; a table of many says it once. */
export const FIELD_LOOK = {
  width: "full",
  minHeight: "44px",
  px: "3",
  py: "2",
  bg: "sheet",
  color: "ink",
  borderWidth: "1.5px",
  borderStyle: "solid",
  borderColor: "edge",
  borderRadius: "plate",
  fontFamily: "body",
  fontSize: "17px",
  _invalid: { borderColor: "now", borderWidth: "2.5px" },
} as const;

export const TextInput = chakra("input", { base: FIELD_LOOK });
export const TextArea = chakra("textarea", { base: { ...FIELD_LOOK, fontFamily: "mono", fontSize: "15px" } });
export const Select = chakra("select", { base: FIELD_LOOK });

interface Props {
  readonly label: string;
  readonly hint?: string;
  readonly error?: string | undefined;
  /** Gets the ids that tie the control to its label, hint and error. */
  readonly children: (control: { id: string; "aria-describedby": string; "aria-invalid": boolean }) => ReactNode;
}

/** A labeled control, with what is wrong said right under it. */
export function Field({ label, hint, error, children }: Props) {
  const id = useId();
  const note = `${id}-note`;
  return (
    <chakra.div display="flex" flexDirection="column" gap="1">
      <chakra.label htmlFor={id} fontWeight={600} fontSize="16px">
        {label}
      </chakra.label>
      {children({ id, "aria-describedby": note, "aria-invalid": error !== undefined })}
      <div id={note}>
        {error !== undefined ? (
          <Complaint role="alert">{error}</Complaint>
        ) : (
          hint !== undefined && (
            <chakra.p color="soft" fontSize="15px">
              {hint}
            </chakra.p>
          )
        )}
      </div>
    </chakra.div>
  );
}
