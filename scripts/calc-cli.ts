/** The command line of the calculations: one JSON object in, one out; errors as JSON on standard error, exit 2. */
import { calculateText } from "../src/core/calc/operations";
import { CalcProblem } from "../src/core/calc/problem";

async function readAll(stream: NodeJS.ReadableStream): Promise<string> {
  let text = "";
  stream.setEncoding("utf8");
  for await (const chunk of stream) text += chunk;
  return text;
}

async function main(): Promise<number> {
  try {
    const answer = calculateText(process.argv[2] ?? "", await readAll(process.stdin));
    process.stdout.write(`${JSON.stringify(answer)}\n`);
    return 0;
  } catch (error) {
    const known = error instanceof CalcProblem;
    const message = known ? error.message : "This could not be calculated: the input drove a rule out of its range.";
    process.stderr.write(`${JSON.stringify({ error: { message, path: known ? error.path : "" } })}\n`);
    return 2;
  }
}

process.exitCode = await main();
