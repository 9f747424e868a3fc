namespace Regatta.Web;

/// <summary>The headers every answer carries: nothing inline, nothing from another origin.</summary>
internal static class SecurityPolicy
{
    public static HeaderPolicyCollection Headers(RegattaSettings settings) =>
        new HeaderPolicyCollection()
            .AddContentSecurityPolicy(policy =>
            {
                policy.AddDefaultSrc().Self();
                policy.AddImgSrc().Self().Data();
                // A spoken note is played from the phone it was spoken to.
                policy.AddMediaSrc().Self().Blob();
                policy.AddObjectSrc().None();
                policy.AddBaseUri().Self();
                policy.AddFormAction().Self();
                policy.AddFrameAncestors().None();
                if (settings.IsSecure)
                {
                    policy.AddUpgradeInsecureRequests();
                }
            })
            .AddContentTypeOptionsNoSniff()
            .AddFrameOptionsDeny()
            .AddReferrerPolicyNoReferrer()
            .AddCrossOriginOpenerPolicy(policy => policy.SameOrigin())
            .AddCrossOriginResourcePolicy(policy => policy.SameOrigin())
            .AddPermissionsPolicy(policy =>
            {
                policy.AddDefaultSecureDirectives();
                policy.AddPublickeyCredentialsGet().Self();
                policy.AddMicrophone().Self();
                policy.AddScreenWakeLock().Self();
            })
            .AddCustomHeader("X-Robots-Tag", "noindex")
            .RemoveServerHeader();
}
