import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";

/** What a page is about: its first heading. */
export const Title = chakra("h1", {
  base: { fontFamily: "stamp", fontWeight: 600, fontSize: "30px", lineHeight: 1.2 },
});

/** The engine of which a title speaks, and the way to its page. */
export const EngineLink = ({ id, name }: { readonly id: string; readonly name: string }) => (
  <Link href={`/engines/${id}`} style={{ textDecoration: "underline" }}>
    {name}
  </Link>
);
