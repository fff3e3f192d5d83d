import { useOutletContext } from "react-router";
import type { Outlook } from "@yule/derive";

/** The season worked out, as the shell hands it to the view. */
export const useView = (): Outlook => useOutletContext<Outlook>();
