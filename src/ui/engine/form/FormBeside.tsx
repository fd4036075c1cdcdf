import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode, SubmitEventHandler } from "react";
import { Title } from "../../controls/Title";

interface Props {
  readonly title: string;
  readonly lead: ReactNode;
  readonly onSubmit: SubmitEventHandler<HTMLFormElement>;
  readonly children: ReactNode;
  /** What comes of what is typed: it alone is printed. */
  readonly beside: ReactNode;
}

/** What is typed of an engine, and beside it what comes of it. */
export function FormBeside({ title, lead, onSubmit, children, beside }: Props) {
  return (
    <chakra.div
      display={{ base: "grid", _print: "block" }}
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.05fr)" }}
      gap={{ base: "6", lg: "8" }}
      alignItems="start"
    >
      <chakra.form
        noValidate
        display="flex"
        flexDirection="column"
        gap="6"
        minWidth="0"
        onSubmit={onSubmit}
        _print={{ display: "none" }}
      >
        <chakra.div>
          <Title>{title}</Title>
          {lead}
        </chakra.div>
        {children}
      </chakra.form>
      {beside}
    </chakra.div>
  );
}
