/** Questions about a school, its staff and oneself, and what changes them. */
import type {
  Acceptance,
  CalendarDays,
  Invitation,
  MailList,
  Me,
  Members,
  NewSchool,
  School,
  SchoolChange,
} from "@dawngate/contract";
import { api, path } from "../store/api";

const auth = (what: string, body: object) => ({ url: `/auth/${what}`, method: "POST", body });

export const {
  useGetStartQuery,
  useGetMeQuery,
  useGetSchoolQuery,
  useGetMembersQuery,
  useGetMailQuery,
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
  useInviteMutation,
  useAssignCohortsMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getStart: build.query<{ school: string | null }, void>({ query: () => "/start" }),
    getMe: build.query<Me, void>({ query: () => "/me", providesTags: ["Me"] }),
    getSchool: build.query<School, string>({
      query: (school) => path("schools", school),
      providesTags: ["School"],
    }),
    getMembers: build.query<Members, string>({
      query: (school) => path("schools", school, "members"),
      providesTags: ["Members"],
    }),
    getMail: build.query<MailList, void>({ query: () => "/mail", providesTags: ["Mail"] }),
    getInvitation: build.query<Invitation, string>({
      query: (token) => path("invitations", token),
    }),
    signIn: build.mutation<unknown, { email: string; password: string }>({
      query: (body) => auth("sign-in/email", body),
    }),
    signUp: build.mutation<unknown, { name: string; email: string; password: string }>({
      query: (body) => auth("sign-up/email", { ...body, callbackURL: "/" }),
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
    invite: build.mutation<unknown, { school: string; email: string }>({
      query: ({ school, email }) => ({
        url: path("schools", school, "members"),
        method: "POST",
        body: { email },
      }),
      invalidatesTags: ["Members", "Mail"],
    }),
    assignCohorts: build.mutation<unknown, { school: string; member: string; cohorts: string[] }>({
      query: ({ school, member, cohorts }) => ({
        url: path("schools", school, "members", member, "cohorts"),
        method: "PUT",
        body: { cohorts },
      }),
      invalidatesTags: ["Members"],
    }),
  }),
});
