/** Partners: who brings buyers, what each has earned, and what is to be paid out. */
import type { Partner } from "@dawngate/contract/partners";
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useCallback, useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../../school/api";
import { useMay } from "../../school/may";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Empty } from "../../ui/empty";
import { Notice } from "../../ui/notice";
import { Page } from "../../ui/page";
import { Skeleton } from "../../ui/skeleton";
import type { TableColumn } from "../../ui/table/columns";
import { Table } from "../../ui/table/table";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { SalesSides } from "../sales-sides";
import { useGetPartnersQuery } from "./api";
import { PartnerSheet } from "./partner-sheet";
import { PayoutsTable } from "./payouts-table";
import { sayDue, sayPartnerTerms, sayPercent } from "./say-partner";
import { TermsSheet } from "./terms-sheet";

const hrefOf = (school: string, id: string) => `/${school}/sales/partners/${id}`;
const earned = ({ balances }: Partner) =>
  balances.map((one) => sayMoney(one.earned, one.currency)).join(", ");
const orders = ({ balances }: Partner) => balances.reduce((all, one) => all + one.orders, 0);

export function PartnersScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const router = useRouter();
  const may = useMay(school);
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetPartnersQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const [open, setOpen] = useState<"new" | "terms" | null>(null);
  const { data: about } = useGetSchoolQuery({ school });
  const columns = useMemo(() => columnsOf(school), [school]);
  const toPartner = useCallback((id: string) => hrefOf(school, id), [school]);
  const add = may("sales.change") ? (
    <PrimaryAction label="A new partner" letter="n" onPress={() => setOpen("new")} />
  ) : null;
  return (
    <Page title="Sales" full dense>
      <SalesSides school={school} here="partners" />
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        error ? null : (
          <Skeleton widths={[0.6, 0.5, 0.7]} />
        )
      ) : data.partners.length === 0 ? (
        <Empty
          title="Nobody brings buyers yet"
          says="A partner passes on links to what you sell. Who follows one and buys counts for them: they have a share of what is paid."
        >
          {add}
        </Empty>
      ) : (
        <>
          {add}
          <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
            <Text kind="small" color={quiet} style={{ maxWidth: 620, flexShrink: 1 }}>
              {sayPartnerTerms(data.terms)}
            </Text>
            {may("sales.change") ? (
              <QuietAction label="Agree otherwise" onPress={() => setOpen("terms")} />
            ) : null}
          </View>
          <Table
            label="Partners"
            name="partners"
            columns={columns}
            rows={data.partners}
            of={data.partners.length}
            keyOf={({ id }) => id}
            height={{ wide: 52, phone: 84 }}
            onEnd={() => undefined}
            phone={(row) => <PhoneRow row={row} school={school} />}
          />
          <PayoutsTable school={school} zone={about?.timeZone ?? "UTC"} hrefOf={toPartner} />
        </>
      )}
      {open === "new" ? (
        <PartnerSheet
          school={school}
          partner={null}
          onClose={() => setOpen(null)}
          onKept={(id) => router.push(hrefOf(school, id))}
        />
      ) : null}
      {open === "terms" && data ? (
        <TermsSheet school={school} terms={data.terms} onClose={() => setOpen(null)} />
      ) : null}
    </Page>
  );
}

function columnsOf(school: string): TableColumn<Partner>[] {
  const small = (text: string) => (
    <Text kind="small" numberOfLines={1}>
      {text}
    </Text>
  );
  /** A figure alone, for the books; of several currencies each with its own. */
  const plain = ({ balances }: Partner, of: "earned" | "due" | "paidOut") =>
    balances
      .map((one) => {
        const figure = plainMoney(one[of], one.currency);
        return balances.length === 1 ? figure : `${figure} ${one.currency}`;
      })
      .join("; ");
  return [
    {
      id: "name",
      title: "Partner",
      always: true,
      cell: (row) => <TextLink href={hrefOf(school, row.id)}>{row.name}</TextLink>,
      text: ({ name }) => name,
    },
    {
      id: "email",
      title: "Mail",
      cell: ({ email }) => small(email),
      text: ({ email }) => email,
    },
    {
      id: "word",
      title: "Word",
      width: 150,
      cell: ({ word, ended }) => small(ended ? `${word} (counts no more)` : word),
      text: ({ word }) => word,
    },
    {
      id: "percent",
      title: "Share",
      width: 90,
      right: true,
      cell: ({ percent }) => small(sayPercent(percent)),
      text: ({ percent }) => String(percent),
    },
    {
      id: "orders",
      title: "Orders",
      width: 90,
      right: true,
      cell: (row) => small(String(orders(row))),
      text: (row) => String(orders(row)),
    },
    {
      id: "earned",
      title: "Earned",
      width: 130,
      right: true,
      cell: (row) => small(earned(row)),
      text: (row) => plain(row, "earned"),
    },
    {
      id: "due",
      title: "To be paid out",
      width: 150,
      right: true,
      cell: (row) => small(sayDue(row.balances)),
      text: (row) => plain(row, "due"),
    },
    {
      id: "paid",
      title: "Paid out",
      width: 120,
      right: true,
      cell: (row) =>
        small(row.balances.map((one) => sayMoney(one.paidOut, one.currency)).join(", ")),
      text: (row) => plain(row, "paidOut"),
    },
  ];
}

function PhoneRow({ row, school }: { row: Partner; school: string }) {
  const { quiet } = usePalette();
  return (
    <View style={{ paddingVertical: 8, gap: 2 }}>
      <TextLink href={hrefOf(school, row.id)}>{row.name}</TextLink>
      <Text kind="small" color={quiet} numberOfLines={1}>
        {row.ended ? "Counts no more" : `${sayPercent(row.percent)}, ${row.word}`}
        {orders(row) > 0 ? `, earned ${earned(row)}` : ""}
      </Text>
      <Text kind="small" numberOfLines={1}>
        To be paid out: {sayDue(row.balances)}
      </Text>
    </View>
  );
}
