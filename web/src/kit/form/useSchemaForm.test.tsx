import { ChakraProvider } from "@chakra-ui/react";
import { addStore, type Problem } from "@yule/contract";
import { inches, mm } from "@yule/core";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { z } from "zod";
import { FaultLines, FormField, TextInput } from "../FormField.tsx";
import { MannerProvider } from "../measure.tsx";
import { system } from "../theme.ts";
import { countText, lengthText, askedFor, moneyText, numberText, openChoice } from "./texts.ts";
import { useSchemaForm } from "./useSchemaForm.ts";

const schema = z.object({ name: addStore.shape.name, width: lengthText("in", askedFor(addStore.shape.width.unwrap())), onHand: numberText(addStore.shape.onHand) });

/** A form as views have them: the sending is told in, so that a refusal can be made up. */
function Shelf({ send }: { send: (read: unknown) => Problem | null }) {
  const form = useSchemaForm(schema, { name: "", width: "20", onHand: "10" });
  const save = form.handleSubmit((read) => {
    const problem = send(read);
    if (problem) form.refuse(problem);
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate>
      {(["name", "width", "onHand"] as const).map((field) => (
        <FormField key={field} label={field} fault={form.faultOf(field)}>
          <TextInput {...form.register(field)} />
        </FormField>
      ))}
      <FaultLines faults={form.rest} />
      <button type="submit">keep</button>
    </form>
  );
}

function shelf(send: (read: unknown) => Problem | null): void {
  render(
    <ChakraProvider value={system}>
      <MannerProvider value={{ system: "in", currency: "EUR" }}>
        <Shelf send={send} />
      </MannerProvider>
    </ChakraProvider>,
  );
}

test("what is wrong stands at its field, with what was given and what is allowed, and nothing is sent until it is mended", async () => {
  const sent: unknown[] = [];
  shelf((read) => (sent.push(read), null));
  const user = userEvent.setup();
  await user.clear(screen.getByLabelText("width"));
  await user.type(screen.getByLabelText("width"), "wide");
  await user.clear(screen.getByLabelText("onHand"));
  await user.type(screen.getByLabelText("onHand"), "2,5");
  await user.click(screen.getByText("keep"));
  expect(await screen.findByText("Give it a name.")).toBeTruthy();
  expect(screen.getByText(/^wide does not fit\. Give a length such as 4 1\/4 in/)).toBeTruthy();
  expect(screen.getByText("2,5 does not fit. Give a whole number.")).toBeTruthy();
  expect(sent).toEqual([]);
  await user.type(screen.getByLabelText("name"), "Cotton");
  await user.clear(screen.getByLabelText("width"));
  await user.type(screen.getByLabelText("width"), "10.5 cm");
  await user.clear(screen.getByLabelText("onHand"));
  await user.type(screen.getByLabelText("onHand"), "3");
  await user.click(screen.getByText("keep"));
  await screen.findByDisplayValue("Cotton");
  expect(sent).toEqual([{ name: "Cotton", width: mm(105), onHand: 3 }]);
});

test("what the server refuses stands at its field in the maker's units, and what has none below them", async () => {
  const problem: Problem = {
    type: "about:blank",
    title: "Some of what was given cannot be.",
    status: 422,
    detail: "",
    errors: [
      {
        code: "too-wide",
        path: ["width"],
        given: "x",
        allowed: "y",
        values: { given: [{ length: inches(20) }], allowed: ["at most ", { length: inches(5.5) }] },
      },
      { code: "taken", path: ["shelf"], given: "full", allowed: "a shelf with room" },
    ],
  };
  shelf(() => problem);
  const user = userEvent.setup();
  await user.type(screen.getByLabelText("name"), "Cotton");
  await user.click(screen.getByText("keep"));
  expect(await screen.findByText("20 in is too much. Give at most 5 1/2 in.")).toBeTruthy();
  expect(screen.getByRole("alert").textContent).toBe("shelf: given full, allowed a shelf with room");
});

test("texts are read as a person means them", () => {
  const money = moneyText("EUR", z.number().nullable());
  expect([money.parse("12,5"), money.parse(""), money.safeParse("1.005").success, money.safeParse("-1").success]).toEqual([1250, null, false, false]);
  const yen = moneyText("JPY", z.number().nullable());
  expect([yen.parse("1250"), yen.safeParse("12.50").success]).toEqual([1250, false]);
  expect([countText(0, 9, 0).parse(" "), countText(0, 9).safeParse("").success, countText(0, 9).safeParse("10").success]).toEqual([0, false, false]);
  expect(openChoice(z.enum(["left", "right"]).nullable()).parse("")).toBeNull();
  const length = lengthText("cm", z.number().nullable());
  expect([length.parse("12"), length.parse(""), length.safeParse("0").success]).toEqual([mm(120), null, false]);
});
