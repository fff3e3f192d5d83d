import { act, type ReactNode } from "react";
import { createRoot, type Root } from "react-dom/client";
import { useSolved } from "./useSolved.ts";

let root: Root;
let host: HTMLElement;
beforeEach(() => {
  (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
  host = document.createElement("div");
  root = createRoot(host);
});
afterEach(() => act(() => root.unmount()));

const show = (what: ReactNode): void => act(() => root.render(what));
/** A solver that answers when it is told to, and notes what it was asked. */
function slow() {
  const asked: string[] = [];
  const answers: (() => void)[] = [];
  const solve = (question: string): Promise<string> => {
    asked.push(question);
    return new Promise((done) => answers.push(() => done(`answer to ${question}`)));
  };
  const answer = async (): Promise<void> => {
    answers.shift()?.();
    await act(async () => {
      await Promise.resolve();
    });
  };
  return { asked, solve, answer };
}

function Asks({ question, solve }: { question: string | null; solve: (question: string) => Promise<string> }) {
  const { value, fresh } = useSolved(question, solve);
  return `${value ?? "nothing"}, ${fresh ? "fresh" : "of before"}`;
}

test("an answer stays until the next one is there, and says that it is of the question before", async () => {
  const { solve, answer } = slow();
  show(<Asks question="one" solve={solve} />);
  expect(host.textContent).toBe("nothing, of before");
  await answer();
  expect(host.textContent).toBe("answer to one, fresh");
  show(<Asks question="two" solve={solve} />);
  expect(host.textContent).toBe("answer to one, of before");
  await answer();
  expect(host.textContent).toBe("answer to two, fresh");
});

test("of the questions that come while one is worked on, only the last is asked", async () => {
  const { asked, solve, answer } = slow();
  for (const question of ["one", "two", "three", "four"]) show(<Asks question={question} solve={solve} />);
  expect(asked).toEqual(["one"]);
  await answer();
  expect(asked).toEqual(["one", "four"]);
  expect(host.textContent).toBe("answer to one, of before");
  await answer();
  expect(host.textContent).toBe("answer to four, fresh");
});

test("when nothing is asked there is no answer, and what waited is forgotten", async () => {
  const { asked, solve, answer } = slow();
  show(<Asks question="one" solve={solve} />);
  show(<Asks question="two" solve={solve} />);
  show(<Asks question={null} solve={solve} />);
  expect(host.textContent).toMatch(/^nothing/);
  await answer();
  expect(asked).toEqual(["one"]);
  expect(host.textContent).toMatch(/^nothing/);
});

test("an answer that comes after the page was left is thrown away", async () => {
  const { solve, answer } = slow();
  show(<Asks question="one" solve={solve} />);
  show(null);
  await answer();
  expect(host.textContent).toBe("");
});

function Remembers({ question, solve }: { question: string; solve: (question: string) => Promise<string> }) {
  const { value, fresh } = useSolved(question, solve, { kind: "remembered" });
  return `${value ?? "nothing"}, ${fresh ? "fresh" : "of before"}`;
}

test("a view that is come back to does not ask again, where its answers are kept", async () => {
  const { asked, solve, answer } = slow();
  show(<Remembers question="one" solve={solve} />);
  await answer();
  expect(host.textContent).toBe("answer to one, fresh");
  show(null);
  show(<Remembers question="one" solve={solve} />);
  expect(host.textContent).toBe("answer to one, fresh");
  show(<Remembers question="two" solve={solve} />);
  expect(host.textContent).toBe("answer to one, of before");
  show(<Remembers question="one" solve={solve} />);
  expect(host.textContent).toBe("answer to one, fresh");
  // The second question was asked; its answer comes too late and changes nothing.
  await answer();
  expect(host.textContent).toBe("answer to one, fresh");
  expect(asked).toEqual(["one", "two"]);
});

test("of each kind only the last answers are kept", async () => {
  const { asked, solve, answer } = slow();
  for (let index = 0; index <= 24; index += 1) {
    show(<Remembers key={index} question={`many ${String(index)}`} solve={solve} />);
    await answer();
  }
  show(<Remembers key="last" question="many 24" solve={solve} />);
  show(<Remembers key="first" question="many 0" solve={solve} />);
  expect(asked.filter((each) => each === "many 24")).toHaveLength(1);
  expect(asked.filter((each) => each === "many 0")).toHaveLength(2);
});
