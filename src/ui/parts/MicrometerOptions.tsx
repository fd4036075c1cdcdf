import { type Micrometer, inUse } from "@/core/parts/micrometer";

/** With what a part was measured; the last choice is that it was not. */
export const MicrometerOptions = ({ micrometers }: { readonly micrometers: readonly Micrometer[] }) => (
  <>
    {inUse(micrometers).map((m) => (
      <option key={m.id} value={m.id}>
        {m.name}
      </option>
    ))}
    <option value="">not measured: by its mark</option>
  </>
);
