import { chakra } from "@chakra-ui/react/styled-system";
import type { ShimChoice, ShimOffers } from "@/core/job/tasks/shims/offers";
import { Button } from "../controls/Button";
import { PlateHeading } from "../controls/Stamp";
import { usePrice } from "../controls/ways";
import { Choice } from "../prepare/Choice";
import { Tick } from "../controls/Tick";
import { costWords, headWords, wishWords } from "./planWords";
import type { Catalogue } from "./useCatalogue";

interface Props {
  readonly offers: ShimOffers;
  readonly choice: ShimChoice;
  readonly catalogue: Catalogue;
  readonly onChoose: (choice: ShimChoice) => void;
}

/** What else is possible, and what it would cost. */
export function Wishes({ offers, choice, catalogue, onChoose }: Props) {
  const price = usePrice();
  const items = catalogue.items ?? [];
  const { wish, scopes, buying } = offers;
  return (
    <>
      <Choice
        legend="Buying"
        name="buying"
        value={wish.buying ? "missing" : "nothing"}
        onChange={(v) => onChoose({ ...choice, buying: v === "missing" })}
        options={[
          { value: "nothing", label: "Buy nothing", note: `${headWords(buying.nothing, items, price)}.` },
          {
            value: "missing",
            label: "Buy what is missing",
            note:
              catalogue.state === "here"
                ? `${headWords(buying.missing, items, price)}.`
                : catalogue.state === "asking"
                  ? "Asking the supplier…"
                  : "The supplier does not answer: only what is here can be planned with.",
          },
        ]}
      />
      {catalogue.state === "down" && (
        <chakra.div>
          <Button type="button" onClick={catalogue.askAgain}>
            Ask the supplier again
          </Button>
        </chakra.div>
      )}
      <Choice
        legend="What may be touched"
        name="scope"
        value={wish.scope}
        onChange={(scope) => onChoose({ ...choice, scope })}
        options={[
          { value: "out", label: "Only what is out of spec", note: `${costWords(scopes.out, items, price)}.` },
          { value: "all", label: "All that came out", note: `${costWords(scopes.all, items, price)}.` },
        ]}
      />
      <chakra.div display="flex" flexDirection="column" gap="2">
        <PlateHeading>Further wishes</PlateHeading>
        <Tick
          look="framed"
          on={choice.near}
          onChange={(near) => onChoose({ ...choice, near })}
          label="All within half the band"
          note={choice.near ? "Counted with." : wishWords(offers.near, offers.plan, items, price)}
        />
        <Tick
          look="framed"
          on={choice.stay}
          onChange={(stay) => onChoose({ ...choice, stay })}
          label="No part changes places"
          note={choice.stay ? "Counted with." : wishWords(offers.stay, offers.plan, items, price)}
        />
      </chakra.div>
      <Choice
        legend="Aim"
        name="aim"
        value={choice.aim}
        onChange={(aim) => onChoose({ ...choice, aim })}
        across
        options={[
          { value: "nominal", label: "Nominal" },
          { value: "long-life", label: "Long life", note: "Exhausts tighten with use: a quarter of the band wider." },
        ]}
      />
    </>
  );
}
