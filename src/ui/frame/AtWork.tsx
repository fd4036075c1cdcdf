import type { AtDoor, Person } from "@/core/shop/person";
import { PersonHere } from "./PersonHere";
import { PersonPicker } from "./PersonPicker";

/** How people prove on this device who they are. */
export interface DeviceHere {
  /** Of whom one is chosen where a name is proof enough: in the made-up shop. */
  readonly people: readonly Person[];
  readonly demo: boolean;
  /** After how many minutes this shared device asks who is at work; null where it is none. */
  readonly quietMinutes: number | null;
  /** Who may give their word for what whoever is at work here may not do alone; nobody where they may. */
  readonly sponsors: readonly AtDoor[];
}

interface Props {
  readonly device: DeviceHere;
  readonly person: Person | null;
  /** Leaves the label to screen readers, where room is short. */
  readonly bare?: boolean | { readonly base: boolean; readonly md: boolean };
}

/** Who is at work here, and how somebody else takes over. */
export const AtWork = ({ device: { people, demo, quietMinutes }, person, bare = false }: Props) =>
  demo || person === null ? (
    <PersonPicker people={people} person={person} bare={bare} />
  ) : (
    <PersonHere person={person} shared={quietMinutes !== null} />
  );
