"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { ReactNode } from "react";
import { Button } from "../controls/Button";
import { QUICK, QUICK_KINDS, type QuickKind } from "./kinds";
import { Title } from "../controls/Title";

interface Props {
  readonly kind: QuickKind;
  /** What is typed. */
  readonly asks: ReactNode;
  /** What comes of it. */
  readonly children: ReactNode;
}

/** One quick answer: what is typed on the left, what comes of it beside; the others are a tap away. */
export function QuickPage({ kind, asks, children }: Props) {
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      <QuickNav kind={kind} />
      <chakra.header display="flex" flexWrap="wrap" justifyContent="space-between" gap="3" alignItems="end">
        <chakra.div>
          <Title>{QUICK[kind].name}</Title>
          <chakra.p fontSize="18px" color="soft">
            {QUICK[kind].asks}. Nothing is saved.
          </chakra.p>
        </chakra.div>
        <Button type="button" _print={{ display: "none" }} onClick={() => window.print()}>
          Print
        </Button>
      </chakra.header>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.4fr)" }}
        gap={{ base: "5", lg: "8" }}
        alignItems="start"
      >
        <chakra.section aria-label="What is known" display="flex" flexDirection="column" gap="4" minWidth="0">
          {asks}
        </chakra.section>
        <chakra.section aria-label="Answer" aria-live="polite" minWidth="0">
          {children}
        </chakra.section>
      </chakra.div>
      <chakra.p fontSize="16px" color="soft">
        The maker&apos;s data, local rules and licensed practice come before anything said here.
      </chakra.p>
    </chakra.div>
  );
}

/** The quick answers side by side. */
function QuickNav({ kind }: { readonly kind: QuickKind }) {
  return (
    <chakra.nav aria-label="Quick answers" _print={{ display: "none" }}>
      <chakra.ul display="flex" gap="2" listStyleType="none" m="0" p="0" overflowX="auto" pb="1">
        {QUICK_KINDS.map((k) => (
          <chakra.li key={k} flex="0 0 auto">
            <Link
              href={`/quick/${k}`}
              aria-current={k === kind ? "page" : undefined}
              style={{
                display: "inline-flex",
                alignItems: "center",
                minHeight: 44,
                padding: "0 12px",
                fontWeight: 600,
                borderRadius: 6,
                border: k === kind ? "3px solid var(--f-colors-ink)" : "1.5px solid var(--f-colors-edge)",
                background: "var(--f-colors-sheet)",
              }}
            >
              {QUICK[k].name}
            </Link>
          </chakra.li>
        ))}
      </chakra.ul>
    </chakra.nav>
  );
}

/** What is awaited before there is an answer. */
export const Awaits = ({ children }: { readonly children: ReactNode }) => (
  <chakra.p border="2px dashed" borderColor="edge" borderRadius="plate" p="6" fontSize="20px" color="soft">
    {children}
  </chakra.p>
);

/** The figure that was asked for. */
export const Figure = ({ children, note }: { readonly children: ReactNode; readonly note?: ReactNode }) => (
  <chakra.div border="2px solid" borderColor="ink" borderRadius="plate" bg="sheet" p="4">
    <chakra.p fontSize={{ base: "28px", lg: "36px" }} fontWeight={700} lineHeight={1.15}>
      {children}
    </chakra.p>
    {note !== undefined && (
      <chakra.p fontSize="18px" pt="1">
        {note}
      </chakra.p>
    )}
  </chakra.div>
);
