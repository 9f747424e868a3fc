namespace Regatta.Core.Rigging;

/// <summary>Controls that are set together: one alone, or several that disturb each other round about.</summary>
/// <param name="Controls">In the captain's order.</param>
public sealed record SetUpGroup(IReadOnlyList<Control> Controls);

/// <summary>A control to look at again, and what was set after it that disturbed it.</summary>
/// <param name="Control">The control.</param>
/// <param name="By">What disturbed it.</param>
public sealed record SecondLook(Control Control, IReadOnlyList<Control> By);

/// <summary>In which order controls are set (models M8): "changing A disturbs B" puts A before B; what disturbs each other round about
/// stays
/// together, in the captain's order; a second pass looks again at what something set later disturbed.</summary>
/// <param name="First">The first pass.</param>
/// <param name="Second">The second pass, in the order of the first.</param>
public sealed record SetUpOrder(IReadOnlyList<SetUpGroup> First, IReadOnlyList<SecondLook> Second)
{
    /// <summary>The controls in the order of the first pass.</summary>
    public IEnumerable<Control> Controls => First.SelectMany(group => group.Controls);

    /// <summary>The order of controls. Time grows with controls and couplings together.</summary>
    /// <param name="controls">In the captain's order, which decides wherever couplings do not. Couplings to others are left out.</param>
    public static SetUpOrder Of(IReadOnlyList<Control> controls)
    {
        var place = new Dictionary<ControlKey, int>();
        foreach (var control in controls)
        {
            place.TryAdd(control.Key, place.Count);
        }

        var disturbs = controls
            .Select(control =>
                control.Disturbs.Select(coupling => place.GetValueOrDefault(coupling.Control, -1)).Where(to => to >= 0).Distinct().ToList()
            )
            .ToList();
        var group = Groups(disturbs);
        var first = Sorted(disturbs, group);
        var at = new int[controls.Count];
        foreach (var (one, rank) in first.SelectMany(members => members).Select((one, rank) => (one, rank)))
        {
            at[one] = rank;
        }

        var by = new List<int>[controls.Count];
        for (var from = 0; from < controls.Count; from++)
        {
            foreach (var to in disturbs[from].Where(to => to != from && at[from] > at[to]))
            {
                (by[to] ??= []).Add(from);
            }
        }

        return new(
            [.. first.Select(members => new SetUpGroup([.. members.Select(member => controls[member])]))],
            [
                .. Enumerable
                    .Range(0, controls.Count)
                    .Where(control => by[control] is not null)
                    .OrderBy(control => at[control])
                    .Select(one => new SecondLook(
                        controls[one],
                        [.. by[one].OrderBy(other => at[other]).Select(other => controls[other])]
                    )),
            ]
        );
    }

    /// <summary>The controls that changing some disturbs, and what those disturb in turn, in set-up order; without those that were
    /// changed.</summary>
    public static IReadOnlyList<Control> Disturbed(IReadOnlyList<Control> controls, IEnumerable<ControlKey> changed)
    {
        var from = changed.ToHashSet();
        var reached = new HashSet<ControlKey>(from);
        var open = new Queue<ControlKey>(from);
        var known = controls.GroupBy(control => control.Key).ToDictionary(same => same.Key, same => same.First());
        while (open.TryDequeue(out var key))
        {
            foreach (var next in known.GetValueOrDefault(key)?.Disturbs ?? [])
            {
                if (known.ContainsKey(next.Control) && reached.Add(next.Control))
                {
                    open.Enqueue(next.Control);
                }
            }
        }

        return [.. Of(controls).Controls.Where(control => reached.Contains(control.Key) && !from.Contains(control.Key))];
    }

    /// <summary>The number of the strongly connected part each control belongs to (Tarjan 1972, without recursion, for a captain may couple
    /// everything with everything).</summary>
    private static int[] Groups(List<List<int>> disturbs)
    {
        var count = disturbs.Count;
        var (index, low, group, next) = (new int[count], new int[count], new int[count], new int[count]);
        Array.Fill(index, -1);
        Array.Fill(group, -1);
        var (stack, path, counter, groups) = (new Stack<int>(), new Stack<int>(), 0, 0);
        for (var root = 0; root < count; root++)
        {
            if (index[root] >= 0)
            {
                continue;
            }

            path.Push(root);
            while (path.Count > 0)
            {
                var one = path.Peek();
                if (index[one] < 0)
                {
                    index[one] = low[one] = counter++;
                    stack.Push(one);
                }

                if (next[one] < disturbs[one].Count)
                {
                    var to = disturbs[one][next[one]++];
                    if (index[to] < 0)
                    {
                        path.Push(to);
                    }
                    else if (group[to] < 0)
                    {
                        low[one] = Math.Min(low[one], index[to]);
                    }

                    continue;
                }

                path.Pop();
                if (path.TryPeek(out var before))
                {
                    low[before] = Math.Min(low[before], low[one]);
                }

                if (low[one] == index[one])
                {
                    int member;
                    do
                    {
                        member = stack.Pop();
                        group[member] = groups;
                    } while (member != one);
                    groups++;
                }
            }
        }

        return group;
    }

    /// <summary>The groups so that whatever disturbs another group comes before it; among those that are free, the one whose first control
    /// the captain puts first.</summary>
    private static List<List<int>> Sorted(List<List<int>> disturbs, int[] group)
    {
        var members = Enumerable.Range(0, disturbs.Count).GroupBy(one => group[one]).ToDictionary(one => one.Key, one => one.ToList());
        var after = members.Keys.ToDictionary(key => key, _ => new HashSet<int>());
        var waiting = members.Keys.ToDictionary(key => key, _ => 0);
        for (var from = 0; from < disturbs.Count; from++)
        {
            foreach (var to in disturbs[from].Where(to => group[to] != group[from]))
            {
                if (after[group[from]].Add(group[to]))
                {
                    waiting[group[to]]++;
                }
            }
        }

        var free = new PriorityQueue<int, int>();
        foreach (var (key, count) in waiting.Where(entry => entry.Value == 0))
        {
            free.Enqueue(key, members[key][0]);
        }

        var sorted = new List<List<int>>();
        while (free.TryDequeue(out var key, out _))
        {
            sorted.Add(members[key]);
            foreach (var to in after[key])
            {
                if (--waiting[to] == 0)
                {
                    free.Enqueue(to, members[to][0]);
                }
            }
        }

        return sorted;
    }
}
