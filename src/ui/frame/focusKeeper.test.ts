// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { keepFocus } from "./FocusKeeper";

let end: () => void;
beforeEach(() => {
  document.body.innerHTML = `<main><section id="part"><button id="it">Change</button><button id="next">Other</button></section></main>`;
  end = keepFocus(document);
});
afterEach(() => end());

const button = (): HTMLButtonElement => document.getElementById("it") as HTMLButtonElement;
/** Mutations are told after the work that made them. */
const told = (): Promise<void> => new Promise((done) => setTimeout(done, 0));

describe("the focus", () => {
  it("goes to the part around what is gone", async () => {
    button().focus();
    button().remove();
    await told();
    expect(document.activeElement?.id).toBe("part");
  });
  it("goes to the next part around where the nearest is gone too", async () => {
    button().focus();
    document.getElementById("part")?.remove();
    await told();
    expect(document.activeElement?.tagName).toBe("MAIN");
  });
  it("comes back to a button that rested while something was sent", async () => {
    button().focus();
    button().blur();
    button().disabled = true;
    await told();
    expect(document.activeElement).toBe(document.body);
    button().disabled = false;
    await told();
    expect(document.activeElement).toBe(button());
  });
  it("stays away where somebody tapped beside it, and where something else has it", async () => {
    button().focus();
    button().blur();
    document.body.click();
    button().remove();
    await told();
    expect(document.activeElement).toBe(document.body);
    document.getElementById("next")?.focus();
    document.getElementById("part")?.append(document.createElement("p"));
    await told();
    expect(document.activeElement?.id).toBe("next");
  });
  it("is left alone in a run, which has keys of its own", async () => {
    document.querySelector("main")?.insertAdjacentHTML("beforeend", "<button data-main>Done</button>");
    button().focus();
    button().remove();
    await told();
    expect(document.activeElement).toBe(document.body);
  });
});
