import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { send, troubleOf } from "../send";

/** An engine that was sold goes from the bench, and may come back. */
export function Archive({ id, archived }: { readonly id: string; readonly archived: boolean }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const change = async (): Promise<void> => {
    const sent = await send("PUT", `/api/engines/${id}/archived`, { archived: !archived });
    setTrouble(troubleOf(sent)?.message ?? null);
    router.refresh();
  };
  return (
    <chakra.div pt="4" display="flex" flexDirection="column" gap="2" alignItems="flex-start">
      <Button type="button" onClick={() => void change()}>
        {archived ? "Bring it back to the bench" : "Archive it: it is gone from the shop"}
      </Button>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </chakra.div>
  );
}
