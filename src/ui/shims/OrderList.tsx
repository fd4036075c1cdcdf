"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Order, isOpen, linesWords, orderTotal, orderWords } from "@/core/parts/order";
import { Button } from "../controls/Button";
import { priceWords } from "@/core/units/money";
import { Complaint } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import { useHydrated } from "../controls/useHydrated";
import { dayWords } from "./dayWords";
import { useFollowOrders } from "./useFollowOrders";

/** What was ordered and where it stands; followed while anything is open. */
export function OrderList({
  orders,
  brief = false,
}: {
  readonly orders: readonly Order[];
  readonly brief?: boolean;
}) {
  useFollowOrders(orders);
  return orders.map((o) => <OrderLineShown key={o.id} order={o} brief={brief} />);
}

/** `brief`: without what was ordered, where only the wait matters. */
function OrderLineShown({ order, brief }: { readonly order: Order; readonly brief: boolean }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  // The server does not know in which time zone the device is.
  const hydrated = useHydrated();
  const takeBack = async (): Promise<void> => {
    const sent = await send("POST", `/api/orders/${order.id}/give-up`);
    setProblem(troubleOf(sent)?.message ?? null);
    router.refresh();
  };
  const waits = order.state === "unsent" || order.state === "refused";
  return (
    <chakra.div
      role="status"
      data-order={order.state}
      data-canceling={order.canceling}
      bg="sheet"
      border={isOpen(order) || order.state === "refused" ? "2px solid" : "1.5px solid"}
      borderColor={waits ? "now" : order.state === "delivered" ? "set" : "edge"}
      borderRadius="plate"
      p={brief ? "2" : "3"}
    >
      <chakra.p fontSize={brief ? "16px" : "18px"} fontWeight={600}>
        {orderWords(order, hydrated ? dayWords : () => "soon")}
      </chakra.p>
      {!brief && (
        <chakra.p fontSize="16px" color="soft">
          {linesWords(order.lines)}; {priceWords(orderTotal(order.lines), order.currency)} in all.
        </chakra.p>
      )}
      {!brief && isOpen(order) && order.canceling === "no" && (
        <Button type="button" mt="2" onClick={() => void takeBack()}>
          No longer wanted
        </Button>
      )}
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
    </chakra.div>
  );
}
