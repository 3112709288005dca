/** What is put on sale: each with its price today, and a new one from the top. */
import { sayMoney } from "@dawngate/core/sales/currency";
import { Link, useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { useGetCoursesQuery } from "../courses/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { ListRow } from "../ui/list-row";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useCreateListingMutation, useGetListingsInfiniteQuery } from "./api";
import { SalesSides } from "./sales-sides";

export const STATE_WORDS = {
  draft: "Draft",
  "on-sale": "On sale",
  private: "By its address alone",
  hidden: "Not sold",
} as const;

export function ListingsScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetListingsInfiniteQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const may = useMay(school);
  const { quiet } = usePalette();
  const [adding, setAdding] = useState(false);
  const listings = data?.pages.flatMap((page) => page.listings) ?? [];
  const add = may("sales.change") ? (
    <PrimaryAction label="Put something on sale" letter="n" onPress={() => setAdding(true)} />
  ) : null;
  return (
    <Page title="Sales" dense>
      <SalesSides school={school} here="listings" />
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      ) : listings.length === 0 ? (
        <Empty
          title="Nothing is on sale yet"
          says="A course, or several together, with the ways to pay for them: once, in parts, month by month, or free."
        >
          {add}
        </Empty>
      ) : (
        <>
          {add}
          <View role="list">
            {listings.map(({ id, title, state, courses, price, sold }) => (
              <ListRow key={id}>
                <View style={{ flex: 1, minWidth: 0 }}>
                  <Link href={`/${school}/sales/${id}`} style={{ paddingVertical: 8 }}>
                    <Text kind="strong">{title}</Text>
                  </Link>
                  <Text kind="small" color={quiet}>
                    {[STATE_WORDS[state], courses.join(" and "), `${sold} sold`].join(" · ")}
                  </Text>
                </View>
                <Text kind="strong">
                  {price === null
                    ? "no price"
                    : price.amount === 0
                      ? "free"
                      : sayMoney(price.amount, price.currency)}
                </Text>
              </ListRow>
            ))}
          </View>
          <TextLink href={`/${school}`}>The catalog, as everybody sees it</TextLink>
          {hasNextPage ? <QuietAction label="Show more" onPress={() => fetchNextPage()} /> : null}
        </>
      )}
      {adding ? <NewListing school={school} onClose={() => setAdding(false)} /> : null}
    </Page>
  );
}

/** What it is called, and what is in it. */
function NewListing({ school, onClose }: { school: string; onClose(): void }) {
  const { data } = useGetCoursesQuery({ school });
  const [title, setTitle] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string[]>([]);
  const [create, { error, isLoading }] = useCreateListingMutation();
  const router = useRouter();
  const courses = data?.courses.filter((one) => !one.archived) ?? [];
  const proposed = courses
    .filter(({ id }) => chosen.includes(id))
    .map((course) => course.title)
    .join(" and ");
  const name = (title ?? proposed).slice(0, 200);
  const submit = async () => {
    const answer = await create({ school, body: { title: name, courses: chosen } });
    if ("data" in answer && answer.data) router.push(`/${school}/sales/${answer.data.id}`);
  };
  return (
    <Sheet title="Put something on sale" onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <Choices label="What is in it" many>
        {courses.map((course) => (
          <Choice
            key={course.id}
            many
            label={course.title}
            taken={chosen.includes(course.id)}
            onPress={() =>
              setChosen(
                chosen.includes(course.id)
                  ? chosen.filter((one) => one !== course.id)
                  : [...chosen, course.id],
              )
            }
          />
        ))}
      </Choices>
      <TextField label="What it is called" value={name} maxLength={200} onChangeText={setTitle} />
      <PrimaryAction
        label="Go on to its price"
        disabled={name.trim() === "" || chosen.length === 0}
        busy={isLoading}
        onPress={submit}
      />
    </Sheet>
  );
}
