import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import type { Trouble } from "../send";
import { Complaint } from "./Stamp";

interface Props {
  /** What is wrong at none of the fields. */
  readonly trouble: Trouble | null;
  /** Said once it is done; null before. */
  readonly done?: string | null;
  /** The buttons. */
  readonly children: ReactNode;
}

/** How a form ends: what is wrong with the whole of it, its buttons, and that it was done. */
export const FormEnd = ({ trouble, done = null, children }: Props) => (
  <>
    {trouble !== null && <Complaint role="alert">{trouble.message}</Complaint>}
    <chakra.div display="flex" flexWrap="wrap" gap="3" alignItems="center">
      {children}
      {done !== null && (
        <chakra.span role="status" color="set" fontWeight={600}>
          {done}
        </chakra.span>
      )}
    </chakra.div>
  </>
);
