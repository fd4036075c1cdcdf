"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useId, useState, useTransition } from "react";
import type { Person } from "@/core/shop/person";
import { Select } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { send, troubleOf } from "../send";

interface Props {
  readonly people: readonly Person[];
  readonly person: Person | null;
  /** Leaves the label to screen readers, where room is short. */
  readonly bare?: boolean | { readonly base: boolean; readonly md: boolean };
}

/** Says who is at work on this device. */
export function PersonPicker({ people, person, bare = false }: Props) {
  const id = useId();
  const router = useRouter();
  const [busy, startTransition] = useTransition();
  const [chosen, setChosen] = useState(person?.id ?? "");
  const [problem, setProblem] = useState<string | null>(null);

  async function choose(personId: string): Promise<void> {
    setChosen(personId);
    const sent = await send("POST", "/api/people", { personId });
    setProblem(troubleOf(sent)?.message ?? null);
    // Whoever the shop did not take is not at work: it shows who is.
    if (sent.kind !== "done") return setChosen(person?.id ?? "");
    startTransition(() => router.refresh());
  }

  return (
    <chakra.div
      display="flex"
      alignItems="center"
      gap="2"
      flexWrap="wrap"
      flex={{ base: "1 1 84px", md: "0 0 auto" }}
      minWidth="84px"
    >
      <chakra.label
        htmlFor={id}
        srOnly={bare}
        fontFamily="stamp"
        fontWeight={600}
        fontSize="16px"
        color={chosen === "" ? "now" : "soft"}
      >
        At work
      </chakra.label>
      <Select
        id={id}
        value={chosen}
        aria-busy={busy}
        width={{ base: "full", md: "auto" }}
        minHeight="44px"
        fontWeight={600}
        borderColor={chosen === "" ? "now" : "edge"}
        onKeyDown={openList}
        onChange={(e) => void choose(e.target.value)}
      >
        {chosen === "" && <option value="">Who are you?</option>}
        {people.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Select>
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
    </chakra.div>
  );
}

/** A key that would choose somebody at once opens the list instead: nobody becomes another by an arrow key. */
function openList(event: React.KeyboardEvent<HTMLSelectElement>): void {
  const picks = ["ArrowUp", "ArrowDown", "Home", "End", "PageUp", "PageDown"].includes(event.key);
  const types = event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey;
  const list = event.currentTarget;
  if ((!picks && !types) || !("showPicker" in list)) return;
  event.preventDefault();
  list.showPicker();
}
