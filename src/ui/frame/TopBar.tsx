"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { Person } from "@/core/shop/person";
import { AtWork, type DeviceHere } from "./AtWork";
import { ThemeSwitch } from "./ThemeSwitch";

interface Props {
  readonly shopName: string;
  readonly person: Person | null;
  readonly device: DeviceHere;
}

const Anchor = chakra(Link, {
  base: {
    fontFamily: "stamp",
    fontWeight: 600,
    fontSize: "18px",
    px: { base: "1.5", md: "2" },
    minHeight: "44px",
    display: "inline-flex",
    alignItems: "center",
    color: "ink",
    _hover: { textDecoration: "underline" },
  },
});

const Places = () => (
  <>
    {/* The bench is the same place: on a phone its name is enough. */}
    <Anchor
      href="/"
      display={{ base: "none", md: "inline-flex" }}
      letterSpacing="0.12em"
      textTransform="uppercase"
      fontSize="20px!"
    >
      Fulcrata
    </Anchor>
    <Anchor href="/">Bench</Anchor>
    <Anchor href="/quick/stops">Quick</Anchor>
    {/* On a phone the bench leads there. */}
    <Anchor href="/due" display={{ base: "none", md: "inline-flex" }}>
      Due
    </Anchor>
    <Anchor href="/shop">Shop</Anchor>
    <Anchor href="/shop/parts">Parts</Anchor>
    <Anchor href="/practice" display={{ base: "none", md: "inline-flex" }}>
      Practice
    </Anchor>
  </>
);

export function TopBar({ shopName, person, device }: Props) {
  return (
    <chakra.header
      display="flex"
      flexWrap="wrap"
      alignItems="center"
      gap={{ base: "1", md: "4" }}
      px={{ base: "3", md: "6" }}
      py="1"
      borderBottom="2px solid"
      borderColor="ink"
      bg="paper"
      _print={{ display: "none" }}
    >
      <chakra.nav
        aria-label="Places"
        display="flex"
        alignItems="center"
        gap={{ base: "0", md: "1" }}
        flex={{ base: "0 0 auto", md: "1" }}
      >
        {person?.role === "viewer" ? <Anchor href="/yours">Your engines</Anchor> : <Places />}
        <chakra.span color="soft" fontSize="16px" display={{ base: "none", lg: "inline" }} pl="3">
          {shopName}
        </chakra.span>
      </chakra.nav>
      <AtWork device={device} person={person} bare={{ base: true, md: false }} />
      <ThemeSwitch />
    </chakra.header>
  );
}
