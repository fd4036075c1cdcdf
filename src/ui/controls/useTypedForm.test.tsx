import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { hydrateRoot } from "react-dom/client";
import { renderToString } from "react-dom/server";
import { afterEach, expect, it } from "vitest";
import { useTypedForm } from "./useTypedForm";

let sent: unknown = null;

function Shop() {
  const { register, handleSubmit } = useTypedForm({
    defaultValues: { usual: "15", unit: "mm", cold: false, name: "" },
  });
  return (
    <form onSubmit={(e) => void handleSubmit((typed) => void (sent = typed))(e)}>
      <input aria-label="Usual" {...register("usual")} />
      <select aria-label="Unit" {...register("unit")}>
        <option value="mm">mm</option>
        <option value="in">in</option>
      </select>
      <input aria-label="Cold" type="checkbox" {...register("cold")} />
      <input aria-label="Name" {...register("name")} />
      <button type="submit">Keep</button>
    </form>
  );
}

/** The page as it is served, before its script has come. */
function served(): HTMLElement {
  const page = document.createElement("div");
  page.innerHTML = renderToString(<Shop />);
  document.body.append(page);
  return page;
}

const box = (name: string) => screen.getByLabelText<HTMLInputElement>(name);

async function keep(): Promise<unknown> {
  sent = null;
  // The library sends after its own checks, which take a turn of the loop.
  await act(async () => {
    fireEvent.click(screen.getByText("Keep"));
    await new Promise((done) => setTimeout(done, 0));
  });
  return sent;
}

afterEach(() => {
  cleanup();
  document.body.replaceChildren();
});

it("serves a page with its defaults standing in it", () => {
  served();
  expect(box("Usual").value).toBe("15");
});

it("keeps what was entered before the page was alive, and sends it", async () => {
  const page = served();
  box("Usual").value = "1";
  box("Unit").value = "in";
  box("Cold").checked = true;
  const root = await act(async () => Promise.resolve(hydrateRoot(page, <Shop />)));
  expect(box("Usual").value).toBe("1");
  expect(await keep()).toEqual({ usual: "1", unit: "in", cold: true, name: "" });
  act(() => root.unmount());
});

it("leaves the defaults where nothing was entered, and takes what is typed later", async () => {
  render(<Shop />);
  expect(await keep()).toEqual({ usual: "15", unit: "mm", cold: false, name: "" });
  fireEvent.input(box("Usual"), { target: { value: "20" } });
  fireEvent.input(box("Name"), { target: { value: "Long bench" } });
  expect(await keep()).toEqual({ usual: "20", unit: "mm", cold: false, name: "Long bench" });
});
