/** The printed tape, measured in what is really printed. */
import { inflateSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import { tapeMarks, tapePieces } from "@/core/stops/tape";
import { TapeDocument } from "./TapeDocument";
import { PlanCard } from "./PlanCard";
import { PAPERS, type Paper } from "@/core/units/paper";
import { LANDSCAPE_MM, MARGIN_MM } from "./paper";
import { pdfOf } from "./pdf";
import { tapeSvg } from "./tapeSvg";

interface Segment {
  readonly page: number;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}
type Matrix = readonly [number, number, number, number, number, number];

const MM_PER_PT = 25.4 / 72;

/** Every straight line of a PDF in mm, read from its page contents with all their transforms. */
function segmentsIn(pdf: Uint8Array): Segment[] {
  const bytes = Buffer.from(pdf);
  const text = bytes.toString("latin1");
  const contents = [...text.matchAll(/\/Contents (\d+) 0 R/g)].map((m) => m[1]);
  return contents.flatMap((id, page) => {
    const at = text.indexOf(`\n${id} 0 obj`);
    const length = Number(/\/Length (\d+)/.exec(text.slice(at))?.[1]);
    const from = text.indexOf("stream\n", at) + 7;
    return linesOf(inflateSync(bytes.subarray(from, from + length)).toString("latin1")).map((s) => ({ page, ...s }));
  });
}

function linesOf(content: string): Omit<Segment, "page">[] {
  const found: Omit<Segment, "page">[] = [];
  const stack: Matrix[] = [];
  let matrix: Matrix = [1, 0, 0, 1, 0, 0];
  let numbers: number[] = [];
  let pen = { x: 0, y: 0 };
  const place = (x: number, y: number) => ({
    x: (matrix[0] * x + matrix[2] * y + matrix[4]) * MM_PER_PT,
    y: (matrix[1] * x + matrix[3] * y + matrix[5]) * MM_PER_PT,
  });
  for (const token of content.split(/\s+/)) {
    if (/^[-+.\d]+$/.test(token)) {
      numbers.push(Number(token));
      continue;
    }
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = numbers;
    if (token === "q") stack.push(matrix);
    else if (token === "Q") matrix = stack.pop() ?? matrix;
    else if (token === "cm") {
      const [p, q, r, s, t, u] = matrix;
      matrix = [a * p + b * r, a * q + b * s, c * p + d * r, c * q + d * s, e * p + f * r + t, e * q + f * s + u];
    } else if (token === "m") pen = place(a, b);
    else if (token === "l") {
      const to = place(a, b);
      found.push({ x1: pen.x, y1: pen.y, x2: to.x, y2: to.y });
      pen = to;
    }
    numbers = [];
  }
  return found;
}

function sheet(circumferenceMm: number, paper: Paper) {
  const marks = tapeMarks(circumferenceMm, [0, 144, 288, 432, 576]);
  const pieces = tapePieces(circumferenceMm, marks, LANDSCAPE_MM[paper].width - 2 * MARGIN_MM);
  return {
    title: "Bench five",
    method: "Firing order",
    circumferenceMm,
    rotation: "clockwise" as const,
    marks,
    pieces,
    overlapMm: 10,
    paper,
  };
}

const upright = (s: Segment): boolean => Math.abs(s.x1 - s.x2) < 1e-3;
const tall = (s: Segment): number => Math.abs(s.y1 - s.y2);

describe("the tape's PDF", () => {
  it.each(PAPERS)("is true to 0.1 mm over more than 500 mm, on %s", async (paper) => {
    const tape = sheet(540, paper);
    const lines = segmentsIn(await pdfOf(TapeDocument(tape)));
    // Marks are 14 mm tall, the ends of a piece 20; pieces lie one under the other.
    const marks = lines.filter((s) => upright(s) && Math.abs(tall(s) - 14) < 0.05);
    const ends = lines.filter((s) => upright(s) && Math.abs(tall(s) - 20) < 0.05);
    const tops = [...new Set(ends.map((s) => `${s.page} ${Math.max(s.y1, s.y2).toFixed(1)}`))];
    expect(tops).toHaveLength(tape.pieces.length);
    const measured = marks.flatMap((m) => {
      const top = `${m.page} ${(Math.min(m.y1, m.y2) + 20).toFixed(1)}`;
      const piece = tape.pieces[tops.indexOf(top)];
      const left = Math.min(
        ...ends.filter((e) => `${e.page} ${Math.max(e.y1, e.y2).toFixed(1)}` === top).map((e) => e.x1),
      );
      return piece === undefined ? [] : [piece.fromMm + m.x1 - left];
    });
    const expected = tape.pieces.flatMap((p) => p.marks.map((m) => m.alongMm));
    expect(measured).toHaveLength(expected.length);
    expect(Math.max(...measured)).toBeGreaterThan(500);
    measured
      .sort((a, b) => a - b)
      .forEach((mm, i) => expect(Math.abs(mm - ([...expected].sort((a, b) => a - b)[i] ?? NaN))).toBeLessThan(0.1));
  });
  it("carries a check rule of 100 mm under every piece", async () => {
    const tape = sheet(540, "a4");
    const rules = segmentsIn(await pdfOf(TapeDocument(tape))).filter(
      (s) => Math.abs(s.y1 - s.y2) < 1e-3 && Math.abs(Math.abs(s.x1 - s.x2) - 100) < 0.05,
    );
    expect(rules).toHaveLength(tape.pieces.length);
  });
});

describe("the tape's SVG", () => {
  it("has its size in mm, one to one with its drawing units, and every mark at its place", () => {
    const tape = sheet(540, "a4");
    const svg = tapeSvg("Tape for <Bench> & five", tape.pieces, 10);
    const [, width, boxWidth] = /width="([\d.]+)mm".*?viewBox="0 0 ([\d.]+)/.exec(svg) ?? [];
    expect(width).toBe(boxWidth);
    expect(svg).toContain("<title>Tape for &lt;Bench&gt; &amp; five</title>".replace("&gt;", ">"));
    for (const m of tape.pieces[0]?.marks ?? []) expect(svg).toContain(`x1="${m.alongMm}" y1="6"`);
  });
});

describe("the card", () => {
  it("prints, also when stops run over a page and a valve is not served", async () => {
    const stops = Array.from({ length: 16 }, (_, i) => ({
      letter: String.fromCharCode(65 + i),
      where: "Mark at 90°",
      turn: "90° on",
      check: "Cylinder 1 rocks.",
      valves: [{ id: "1I", marginDeg: 40.6 }],
    }));
    const pdf = await pdfOf(
      PlanCard({
        title: "Bench five",
        engine: "5 cylinders",
        method: "Firing order",
        how: "Each at its own TDC",
        requiredDeg: 10,
        rotation: "clockwise",
        stops,
        unserved: ["4E"],
        assumptions: ["A ramp is assumed."],
        after: ["Turn two turns."],
        paper: "letter",
      }),
    );
    expect(
      Buffer.from(pdf)
        .toString("latin1")
        .match(/\/Type \/Page\n/g)?.length,
    ).toBeGreaterThan(1);
  });
});
