/** The first start of an engine that was built: what is primed, how followers are run in, what is listened for, what comes after. */
import type { EngineFile } from "../../engine/engineFile";
import { layoutOf } from "../../heat/gearOf";

/** In the order in which it is done; the cam maker's and the builder's own figures come first. */
export function firstStartWords(file: Pick<EngineFile, "adjuster" | "heat" | "follower" | "lash">): string[] {
  const { adjuster, follower, lash } = file;
  const pushrods = layoutOf(file) !== "overhead";
  const shows = `the gauge shows pressure and oil comes at ${pushrods ? "every rocker" : "the cam"}`;
  const hydraulic = adjuster?.kind === "hydraulic" || adjuster?.kind === "fixed";
  return [
    follower === "flat"
      ? `Prime it by the pump's own drive until ${shows}: cranking it wipes the paste off its lobes.`
      : `Prime it: drive the oil pump, or crank with the plugs out and no fuel, until ${shows}.`,
    ...(follower === "flat"
      ? [
          "Flat followers: it must fire at once, and go straight to the cam maker's speed for the cam maker's time. No idling until then, no second go with a flat battery.",
        ]
      : follower === "roller"
        ? ["Roller followers need no running in: a fast idle until the pressure is steady."]
        : [
            "Flat followers would want the cam maker's speed from the first second: say on the engine's page what runs on its lobes.",
          ]),
    hydraulic
      ? "Listen: lifters may tick until their air is out, a few minutes; one that still ticks after that is looked at."
      : "Listen: an even, light tick is lash; one that stands out, or a knock, stops the start.",
    `After its first heat ${lash?.state === "hot" ? "read it hot" : hydraulic ? "look it over again" : "let it cool and read it again"}, and once more after its first hours: both become due by themselves.`,
  ];
}
