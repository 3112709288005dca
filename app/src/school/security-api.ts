/** Questions about how one signs in and where, and what changes that. */
import type { Security } from "@dawngate/contract/account";
import { api, path } from "../store/api";

const auth = (what: string, body: object) => ({ url: `/auth/${what}`, method: "POST", body });

export const {
  useGetSecurityQuery,
  useFirstPasswordMutation,
  useChangePasswordMutation,
  useEnableCodesMutation,
  useConfirmCodesMutation,
  useDisableCodesMutation,
  useNewRecoveryCodesMutation,
  usePasskeyOptionsMutation,
  useKeepPasskeyMutation,
  useDropPasskeyMutation,
  usePasskeySignInOptionsMutation,
  usePasskeySignInMutation,
  useEndSessionMutation,
  useAskToJoinMutation,
  useJoinMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getSecurity: build.query<Security, void>({
      query: () => "/me/security",
      providesTags: ["Security"],
    }),
    firstPassword: build.mutation<unknown, { password: string }>({
      query: (body) => ({ url: "/me/password", method: "POST", body }),
      invalidatesTags: ["Security"],
    }),
    changePassword: build.mutation<unknown, { currentPassword: string; newPassword: string }>({
      query: (body) => auth("change-password", body),
      invalidatesTags: ["Security"],
    }),
    enableCodes: build.mutation<{ totpURI: string; backupCodes: string[] }, { password?: string }>({
      query: (body) => auth("two-factor/enable", body),
    }),
    confirmCodes: build.mutation<unknown, { code: string }>({
      query: (body) => auth("two-factor/verify-totp", body),
      invalidatesTags: ["Security", "School"],
    }),
    disableCodes: build.mutation<unknown, { password?: string }>({
      query: (body) => auth("two-factor/disable", body),
      invalidatesTags: ["Security", "School"],
    }),
    newRecoveryCodes: build.mutation<{ backupCodes: string[] }, { password?: string }>({
      query: (body) => auth("two-factor/generate-backup-codes", body),
    }),
    passkeyOptions: build.mutation<unknown, void>({
      query: () => "/auth/passkey/generate-register-options",
    }),
    keepPasskey: build.mutation<unknown, { response: unknown; name?: string }>({
      query: (body) => auth("passkey/verify-registration", body),
      invalidatesTags: ["Security"],
    }),
    dropPasskey: build.mutation<unknown, { id: string }>({
      query: (body) => auth("passkey/delete-passkey", body),
      invalidatesTags: ["Security"],
    }),
    passkeySignInOptions: build.mutation<unknown, void>({
      query: () => "/auth/passkey/generate-authenticate-options",
    }),
    passkeySignIn: build.mutation<unknown, { response: unknown }>({
      query: (body) => auth("passkey/verify-authentication", body),
    }),
    /** `others`: all but this one. */
    endSession: build.mutation<unknown, string>({
      query: (session) => ({ url: path("me", "sessions", session), method: "DELETE" }),
      invalidatesTags: ["Security"],
    }),
    askToJoin: build.mutation<unknown, { email: string }>({
      query: (body) => ({ url: "/me/joins", method: "POST", body }),
    }),
    join: build.mutation<unknown, { token: string }>({
      query: (body) => ({ url: "/me/joins", method: "PUT", body }),
      invalidatesTags: ["Me"],
    }),
  }),
});
