import { KeysHelp } from "../../controls/KeysHelp";
import { keyLines } from "../session/device/keyLines";
import { useKeysHere } from "../session/device/useKeysHere";

/** The keys of the run, as they are on this device. */
export default function RunKeysHelp({ onClose }: { readonly onClose: () => void }) {
  const [here] = useKeysHere();
  return <KeysHelp lines={keyLines(here)} onClose={onClose} />;
}
