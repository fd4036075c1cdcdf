import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ViewerLine } from "@/core/shop/person";
import { Complaint } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { send, troubleOf } from "../send";

/** Owners and customers who may look at an engine and at its sheets. */
export function Viewers({ id, viewers }: { readonly id: string; readonly viewers: readonly ViewerLine[] }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [looking, setLooking] = useState(() => viewers.filter((v) => v.looks).map((v) => v.id));
  const change = async (who: string, looks: boolean): Promise<void> => {
    const people = looks ? [...looking, who] : looking.filter((other) => other !== who);
    setLooking(people);
    const sent = await send("PUT", `/api/engines/${id}/viewers`, { people });
    const why = troubleOf(sent)?.message ?? null;
    setTrouble(why);
    // What the shop did not take is not so.
    if (why !== null) setLooking(looking);
    router.refresh();
  };
  return (
    <chakra.fieldset pt="4">
      <chakra.legend fontSize="17px" fontWeight={600}>
        Who may look at it without working here
      </chakra.legend>
      {viewers.map((v) => (
        <Tick key={v.id} on={looking.includes(v.id)} onChange={(on) => void change(v.id, on)} label={v.name} />
      ))}
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </chakra.fieldset>
  );
}
