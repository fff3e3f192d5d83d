import { sentiment } from "@yule/derive/examples";
import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { showScreen } from "../../../../plan/testing.tsx";
import { InsideWords } from "./InsideWords.tsx";

afterEach(cleanup);

const sentiments = ["Thank you", "Safe harbour", "Good wind", "Warm boots", "Long light"].map((text, index) => sentiment(text, { id: String(index) }));
function Inside({ first }: { first: readonly string[] }) {
  const [inside, setInside] = useState(first);
  return (
    <>
      <output aria-label="chosen">{inside.join()}</output>
      <InsideWords inside={inside} sentiments={sentiments} onChange={setInside} />
    </>
  );
}
const chosen = (): string => screen.getByLabelText("chosen").textContent;

test("words are ticked to be written inside, four at the most, and stand in the order in which they were chosen", async () => {
  showScreen(<Inside first={["2"]} />);
  const user = userEvent.setup();
  for (const text of ["Thank you", "Long light", "Safe harbour"]) await user.click(screen.getByLabelText(text));
  expect(chosen()).toBe("2,0,4,1");
  expect(screen.getByLabelText<HTMLInputElement>("Warm boots").disabled).toBe(true);
  await user.click(screen.getByLabelText("Good wind"));
  expect(chosen()).toBe("0,4,1");
  expect(screen.getAllByRole("button", { name: /^Move / }).map((grip) => grip.getAttribute("aria-label"))).toEqual(["Move Thank you", "Move Long light", "Move Safe harbour"]);
});

test("one alone has no order", () => {
  showScreen(<Inside first={["1"]} />);
  expect(screen.queryByRole("button", { name: /^Move / })).toBeNull();
});
