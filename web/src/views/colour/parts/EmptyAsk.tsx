import { t } from "@yule/core";
import { Button } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { Verdict } from "../../../kit/Verdict.tsx";

/** What a question will decide, and the first step towards it, while there is nothing to decide from. */
export function EmptyAsk({ children, to = "/colour?ask=shelf", step = t`To the paint shelf` }: { children: ReactNode; to?: string; step?: string }) {
  return (
    <>
      <Verdict>{children}</Verdict>
      <Button asChild>
        <Link to={to}>{step}</Link>
      </Button>
    </>
  );
}
