import { cleanup, render, screen, waitFor } from "@testing-library/react";
import { Later } from "./Later.tsx";

afterEach(cleanup);

test("what stands below is not drawn with what was asked for, and comes by itself after it", async () => {
  render(
    <>
      <p>The pile</p>
      <Later>
        <p>The long list</p>
      </Later>
    </>,
  );
  expect(screen.getByText("The pile")).toBeTruthy();
  expect(screen.queryByText("The long list")).toBeNull();
  await waitFor(() => expect(screen.getByText("The long list")).toBeTruthy());
});

test("it does not come any more where its page was left before it was due", async () => {
  const { unmount } = render(
    <Later>
      <p>The long list</p>
    </Later>,
  );
  unmount();
  await new Promise((done) => setTimeout(done, 200));
  expect(screen.queryByText("The long list")).toBeNull();
});
