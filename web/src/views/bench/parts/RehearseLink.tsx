import { t } from "@yule/core";
import { Text } from "@chakra-ui/react";
import { Link } from "react-router";

/** The way to a bench where nothing is told to the shop. */
export const RehearseLink = () => (
  <Text marginTop="14px">
    <Link to="/bench?rehearse" style={{ fontWeight: 600, textDecoration: "underline dotted", textUnderlineOffset: 5 }}>{t`Rehearse a route, or learn the rules`}</Link>
  </Text>
);
