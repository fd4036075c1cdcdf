import { chakra } from "@chakra-ui/react/styled-system";
import { Button, Key } from "./Button";
import { PlateHeading } from "./Stamp";

export interface KeyLine {
  readonly keys: string;
  readonly does: string;
}

/** The keys, listed in place. */
export function KeysHelp({ lines, onClose }: { readonly lines: readonly KeyLine[]; readonly onClose: () => void }) {
  return (
    <chakra.section
      aria-label="Keys"
      borderTop="2px solid"
      borderColor="ink"
      bg="sheet"
      p="4"
      position={{ lg: "fixed" }}
      bottom="0"
      left="0"
      right="0"
      zIndex={2}
    >
      <chakra.div display="flex" justifyContent="space-between" alignItems="center" pb="2">
        <PlateHeading>Keys</PlateHeading>
        <Button type="button" onClick={onClose}>
          Hide<Key>Esc</Key>
        </Button>
      </chakra.div>
      <chakra.dl
        display="grid"
        gridTemplateColumns={{ base: "auto 1fr", lg: "auto 1fr auto 1fr auto 1fr" }}
        columnGap="4"
        rowGap="2"
        fontSize="17px"
        alignItems="center"
      >
        {lines.map(({ keys, does }) => (
          <chakra.div key={keys} display="contents">
            <dt>
              <Key>{keys}</Key>
            </dt>
            <chakra.dd m="0">{does}</chakra.dd>
          </chakra.div>
        ))}
      </chakra.dl>
    </chakra.section>
  );
}
