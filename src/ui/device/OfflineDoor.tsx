"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Door } from "../signIn/Door";
import { handTo } from "./whoHasIt";
import { openPass, peopleWithPass } from "./passes";

/** Who is at work, asked of this device alone: it stays until somebody has proven who they are. */
export function OfflineDoor({ onTaken }: { readonly onTaken: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null);
  const { data: people } = useQuery({
    queryKey: ["passes"],
    queryFn: peopleWithPass,
    networkMode: "always",
    retry: false,
  });
  useEffect(() => {
    if (dialog.current?.open === false) dialog.current.showModal();
  }, []);
  return (
    <chakra.dialog
      ref={dialog}
      aria-label="Who is at work?"
      onCancel={(event) => event.preventDefault()}
      bg="paper"
      color="ink"
      border="0"
      p={{ base: "4", md: "8" }}
      width="100vw"
      height="100dvh"
      maxWidth="100vw"
      maxHeight="100dvh"
      overflowY="auto"
    >
      <chakra.div maxWidth="40rem" mx="auto">
        <chakra.p fontSize="18px" pb="5">
          The shop&apos;s server does not answer. Whoever gave their PIN on this device in this shift goes on here:
          what they enter is saved on it, and sent under their name.
        </chakra.p>
        <Door
          people={people ?? []}
          asks="Who is at work?"
          words={(name) => `Go on as ${name}`}
          prove={openPass}
          onProven={(opened) => void handTo(opened).then(onTaken)}
        />
      </chakra.div>
    </chakra.dialog>
  );
}
