namespace Regatta.Core.Checks;

/// <summary>The helm a class aims at, and the beliefs about helm that stand before any log. All are the club's to edit.</summary>
/// <param name="Target">Degrees of rudder aimed at, + weather helm. A light tug of 2 to 4 for crewed boats by default.</param>
/// <param name="Tolerance">Within so many degrees of the target nothing needs changing; more than zero.</param>
/// <param name="ReferenceWind">The wind the helm model is centred on.</param>
/// <param name="PerHeelDegree">Degrees of rudder that one degree of heel to leeward is believed to add.</param>
public sealed record HelmAim(Angle Target, Angle Tolerance, Speed ReferenceWind, double PerHeelDegree);
