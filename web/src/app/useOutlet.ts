import { useOutletContext } from "react-router";
import type { Outlook } from "./outlook.ts";

/** The season worked out, as the shell hands it to the view. */
export const useView = (): Outlook => useOutletContext<Outlook>();
