/** Questions about a school, its staff and oneself, and what changes them. */

import type { Entered } from "@dawngate/contract/account";
import type {
  Acceptance,
  CalendarDays,
  Invitation,
  MailList,
  Me,
  NewSchool,
  School,
  SchoolChange,
} from "@dawngate/contract/school";
import { api, given, pages, path } from "../store/api";

const auth = (what: string, body: object) => ({ url: `/auth/${what}`, method: "POST", body });

export const {
  useGetStartQuery,
  useGetMeQuery,
  useGetSchoolQuery,
  useGetMailInfiniteQuery,
  useGetInvitationQuery,
  useSignInMutation,
  useSignUpMutation,
  useSignOutMutation,
  useForgotMutation,
  useNewPasswordMutation,
  useAcceptMutation,
  useCreateSchoolMutation,
  useChangeSchoolMutation,
  useReadCalendarMutation,
  useEnterMutation,
  useSendLinkMutation,
  useSecondStepMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getStart: build.query<{ school: string | null }, void>({ query: () => "/start" }),
    getMe: build.query<Me, void>({ query: () => "/me", providesTags: ["Me"] }),
    getSchool: build.query<School, string>({
      query: (school) => path("schools", school),
      providesTags: ["School"],
    }),
    getMail: build.infiniteQuery<MailList, void, string | null>({
      infiniteQueryOptions: pages,
      query: ({ pageParam }) => ({ url: "/mail", params: given({ before: pageParam }) }),
      providesTags: ["Mail"],
    }),
    getInvitation: build.query<Invitation, string>({
      query: (token) => path("invitations", token),
    }),
    signIn: build.mutation<{ twoFactorRedirect?: boolean }, { email: string; password: string }>({
      query: (body) => auth("sign-in/email", body),
    }),
    signUp: build.mutation<unknown, { name: string; email: string; to?: string }>({
      query: (body) => auth("sign-in/magic-link", body),
    }),
    sendLink: build.mutation<unknown, { email: string; to?: string }>({
      query: (body) => auth("sign-in/magic-link", body),
    }),
    enter: build.mutation<Entered, string>({
      query: (token) => `/auth/magic-link/verify?token=${encodeURIComponent(token)}`,
    }),
    secondStep: build.mutation<unknown, { code: string; recovery: boolean }>({
      query: ({ code, recovery }) =>
        auth(`two-factor/${recovery ? "verify-backup-code" : "verify-totp"}`, { code }),
    }),
    signOut: build.mutation<unknown, void>({ query: () => auth("sign-out", {}) }),
    forgot: build.mutation<unknown, { email: string }>({
      query: (body) => auth("request-password-reset", body),
    }),
    newPassword: build.mutation<unknown, { token: string; newPassword: string }>({
      query: (body) => auth("reset-password", body),
    }),
    accept: build.mutation<{ school: string; role: string }, Acceptance>({
      query: (body) => ({ url: "/invitations", method: "POST", body }),
    }),
    createSchool: build.mutation<{ id: string }, NewSchool>({
      query: (body) => ({ url: "/schools", method: "POST", body }),
      invalidatesTags: ["Me"],
    }),
    changeSchool: build.mutation<School, { school: string; change: SchoolChange }>({
      query: ({ school, change }) => ({
        url: path("schools", school),
        method: "PATCH",
        body: change,
      }),
      invalidatesTags: ["School", "Me", "Timeline", "Courses"],
    }),
    readCalendar: build.mutation<CalendarDays, { school: string; file: Blob }>({
      query: ({ school, file }) => ({
        url: path("schools", school, "calendar-file"),
        method: "POST",
        body: file,
        headers: { "content-type": "text/calendar" },
      }),
    }),
  }),
});
