"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import type { Person } from "@/core/shop/person";
import type { ShopWays } from "@/core/shop/ways";
import type { TypedUnit } from "@/core/units/typedLength";
import type { RefusedHere } from "../device/database";
import { WaysProvider } from "../controls/ways";
import { UnitProvider } from "../controls/unit";
import { DeviceNotice } from "../device/DeviceNotice";
import { Handed } from "../device/Handed";
import { FocusKeeper } from "./FocusKeeper";
import { PageKeys } from "./PageKeys";
import type { DeviceHere } from "./AtWork";
import { QuietTime } from "./QuietTime";
import { TopBar } from "./TopBar";

interface Props {
  readonly shopName: string;
  readonly person: Person | null;
  /** What the shop did not take and nobody has dealt with. */
  readonly refused: readonly RefusedHere[];
  /** In what bare lengths are read here. */
  readonly unit: TypedUnit;
  /** How the shop writes prices, temperatures and papers. */
  readonly ways: ShopWays;
  readonly device: DeviceHere;
  readonly children: ReactNode;
}

/** The bar on top, and the page below it. */
export function Frame({ children, refused, unit, ways, ...bar }: Props) {
  return (
    <>
      <chakra.a
        href="#main"
        position="absolute"
        left="-999rem"
        zIndex="1"
        bg="sheet"
        color="ink"
        border="2px solid"
        borderColor="ink"
        px="4"
        py="2"
        _focus={{ left: "2", top: "2" }}
      >
        Skip to the page
      </chakra.a>
      <TopBar {...bar} />
      <DeviceNotice person={bar.person} inShop={refused} />
      <chakra.main
        id="main"
        tabIndex={-1}
        outline="0"
        maxWidth="page"
        mx="auto"
        px={{ base: "3", md: "6" }}
        py={{ base: "4", md: "6" }}
      >
        <WaysProvider ways={ways}>
          <UnitProvider unit={unit}>{children}</UnitProvider>
        </WaysProvider>
      </chakra.main>
      <QuietTime minutes={bar.device.quietMinutes} />
      <Handed person={bar.person} shared={bar.device.quietMinutes !== null} />
      <PageKeys />
      <FocusKeeper />
    </>
  );
}
