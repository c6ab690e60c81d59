import { PeopleScreen } from "@/screens/people/PeopleScreen";
import { may } from "@/core/people/roles";
import { asksForPeople, whoAsks } from "@/server/who";
import { database } from "@/shop/openShop";
import { listPeople } from "@/shop/people";
import { keepPeople } from "../actions";

export default async function PeoplePage() {
  const who = (await whoAsks()) ?? null;
  const people = may(who, "keep people") ? await listPeople(await database()) : null;
  return <PeopleScreen first={people} signsIn={asksForPeople(process.env)} keepPeople={keepPeople} />;
}
