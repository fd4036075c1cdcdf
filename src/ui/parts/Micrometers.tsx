import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Micrometer, micrometerWarnings, zeroOffsetMm } from "@/core/parts/micrometer";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { UNREACHED, send } from "../send";

type Problem = { readonly message: string; readonly path: string } | null;

/** Micrometers with their zeros, and where two of them disagree. */
export function Micrometers({ micrometers }: { readonly micrometers: readonly Micrometer[] }) {
  const router = useRouter();
  const [id, setId] = useState(() => crypto.randomUUID());
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<Problem>(null);
  async function add(): Promise<void> {
    const sent = await send("POST", "/api/micrometers", { id, name });
    setProblem(sent.kind === "done" ? null : sent.kind === "refused" ? sent : { message: UNREACHED, path: "" });
    if (sent.kind !== "done") return;
    setId(crypto.randomUUID());
    setName("");
    router.refresh();
  }
  return (
    <chakra.section aria-labelledby="micrometers" display="flex" flexDirection="column" gap="2">
      <PlateHeading id="micrometers">Micrometers</PlateHeading>
      {micrometerWarnings(micrometers).map((w) => (
        <Complaint key={w}>{w}</Complaint>
      ))}
      {micrometers.map((m) => (
        <MicrometerLine key={m.id} micrometer={m} />
      ))}
      <chakra.form
        noValidate
        display="flex"
        gap="2"
        alignItems="end"
        pt="2"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <chakra.div flex="1">
          <Field label="Another one" hint="As it is scratched on its frame" error={problem?.message}>
            {(c) => <TextInput {...c} value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />}
          </Field>
        </chakra.div>
        <chakra.div pb="6">
          <Button type="submit" disabled={name.trim() === ""}>
            Add
          </Button>
        </chakra.div>
      </chakra.form>
    </chakra.section>
  );
}

function MicrometerLine({ micrometer }: { readonly micrometer: Micrometer }) {
  const router = useRouter();
  const [id, setId] = useState(() => crypto.randomUUID());
  const [piece, setPiece] = useState("");
  const [read, setRead] = useState("");
  const [problem, setProblem] = useState<Problem>(null);
  const zero = zeroOffsetMm(micrometer);
  const shows =
    micrometer.check === null
      ? "never checked"
      : Math.abs(zero) < 5e-4
        ? "shows true"
        : `shows ${Math.abs(zero).toFixed(3)} mm ${zero > 0 ? "too much" : "too little"}`;
  async function keep(): Promise<void> {
    const sent = await send("POST", "/api/micrometers/checks", { id, micrometerId: micrometer.id, piece, read });
    setProblem(sent.kind === "done" ? null : sent.kind === "refused" ? sent : { message: UNREACHED, path: "" });
    if (sent.kind !== "done") return;
    setId(crypto.randomUUID());
    setPiece("");
    setRead("");
    router.refresh();
  }
  const wrong = (path: string): string | undefined => (problem?.path === path ? problem.message : undefined);
  return (
    <chakra.div borderTop="1px solid" borderColor="line" py="2">
      <chakra.p fontSize="18px">
        <b>{micrometer.name}</b>, {shows}
      </chakra.p>
      <chakra.details>
        <chakra.summary fontSize="16px" minHeight="44px" display="list-item" cursor="pointer">
          Hold {micrometer.name} to a check piece
        </chakra.summary>
        <chakra.form
          noValidate
          display="flex"
          flexWrap="wrap"
          gap="2"
          alignItems="start"
          pb="2"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          <chakra.div width="9rem">
            <Field label="Piece" error={wrong("piece")}>
              {(c) => (
                <TextInput
                  {...c}
                  inputMode="decimal"
                  placeholder="2.500"
                  value={piece}
                  onChange={(e) => setPiece(e.target.value)}
                />
              )}
            </Field>
          </chakra.div>
          <chakra.div width="9rem">
            <Field label="It shows" error={wrong("read")}>
              {(c) => (
                <TextInput
                  {...c}
                  inputMode="decimal"
                  placeholder="2.510"
                  value={read}
                  onChange={(e) => setRead(e.target.value)}
                />
              )}
            </Field>
          </chakra.div>
          <chakra.div pt="7">
            <Button type="submit">Keep</Button>
          </chakra.div>
          {problem !== null && problem.path !== "piece" && problem.path !== "read" && (
            <Complaint role="alert">{problem.message}</Complaint>
          )}
        </chakra.form>
      </chakra.details>
    </chakra.div>
  );
}
