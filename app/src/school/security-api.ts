import { api } from "../store/api";
import { does, reads } from "../store/ask";

const auth = (what: string, body: object) => ({ url: `/auth/${what}`, method: "POST", body });

export const {
  useGetSecurityQuery,
  useChooseFirstPasswordMutation,
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
    getSecurity: reads(build, "getSecurity"),
    chooseFirstPassword: does(build, "chooseFirstPassword"),
    changePassword: build.mutation<unknown, { currentPassword: string; newPassword: string }>({
      query: (body) => auth("change-password", body),
      invalidatesTags: ["security"],
    }),
    enableCodes: build.mutation<{ totpURI: string; backupCodes: string[] }, { password?: string }>({
      query: (body) => auth("two-factor/enable", body),
    }),
    confirmCodes: build.mutation<unknown, { code: string }>({
      query: (body) => auth("two-factor/verify-totp", body),
      invalidatesTags: ["security", "school"],
    }),
    disableCodes: build.mutation<unknown, { password?: string }>({
      query: (body) => auth("two-factor/disable", body),
      invalidatesTags: ["security", "school"],
    }),
    newRecoveryCodes: build.mutation<{ backupCodes: string[] }, { password?: string }>({
      query: (body) => auth("two-factor/generate-backup-codes", body),
    }),
    passkeyOptions: build.mutation<unknown, void>({
      query: () => "/auth/passkey/generate-register-options",
    }),
    keepPasskey: build.mutation<unknown, { response: unknown; name?: string }>({
      query: (body) => auth("passkey/verify-registration", body),
      invalidatesTags: ["security"],
    }),
    dropPasskey: build.mutation<unknown, { id: string }>({
      query: (body) => auth("passkey/delete-passkey", body),
      invalidatesTags: ["security"],
    }),
    passkeySignInOptions: build.mutation<unknown, void>({
      query: () => "/auth/passkey/generate-authenticate-options",
    }),
    passkeySignIn: build.mutation<unknown, { response: unknown }>({
      query: (body) => auth("passkey/verify-authentication", body),
    }),
    // The session "others": all but this one.
    endSession: does(build, "endSession"),
    askToJoin: does(build, "askToJoin"),
    join: does(build, "join"),
  }),
});
