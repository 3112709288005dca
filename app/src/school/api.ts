/** Questions about a school, its staff and oneself, and what changes them. */

import type { Entered } from "@dawngate/contract/account";
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

const auth = (what: string, body: object) => ({ url: `/auth/${what}`, method: "POST", body });

export const {
  useGetStartQuery,
  useGetMeQuery,
  useRenameMutation,
  useGetSchoolQuery,
  useGetMailInfiniteQuery,
  useGetInvitationQuery,
  useSignInMutation,
  useSignUpMutation,
  useSignOutMutation,
  useForgotMutation,
  useNewPasswordMutation,
  useAcceptInvitationMutation,
  useCreateSchoolMutation,
  useChangeSchoolMutation,
  useReadCalendarMutation,
  useEnterMutation,
  useSendLinkMutation,
  useSecondStepMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getStart: reads(build, "getStart"),
    getMe: reads(build, "getMe"),
    rename: does(build, "rename"),
    getSchool: reads(build, "getSchool"),
    getMail: readsPages(build, "getMail", "before"),
    getInvitation: reads(build, "getInvitation"),
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
    acceptInvitation: does(build, "acceptInvitation"),
    createSchool: does(build, "createSchool"),
    changeSchool: does(build, "changeSchool"),
    readCalendar: does(build, "readCalendar"),
  }),
});
