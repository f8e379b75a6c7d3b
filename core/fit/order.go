package fit

// order is the mechanical work: each step after all that it waits for, so that nothing is
// taken off twice.
func (c *comparison) order() []WorkStep {
	belt := c.Coupling == Belt
	all := []struct {
		WorkStep
		when bool
	}{
		{WorkStep{"lock", doLock, nil}, true},
		{WorkStep{"note", doNote, []string{"lock"}}, true},
		{WorkStep{"belt-off", doBeltOff, []string{"lock"}}, belt},
		{WorkStep{"uncouple", doUncouple, []string{"lock"}}, c.Coupling == Direct || c.Coupling == Stub},
		{WorkStep{"leads-off", doLeadsOff, []string{"lock", "note"}}, true},
		{WorkStep{"lift-out", c.doLiftOut(), []string{"leads-off", "belt-off", "uncouple"}}, true},
		{WorkStep{"hub-off", doHubOff(hubName(c.Coupling)), []string{"lift-out"}}, c.Coupling != ""},
		{WorkStep{"bore", doBore(c), []string{"hub-off", "lift-out"}}, c.bore || c.sleeve},
		{WorkStep{"try", doTry, []string{"lift-out"}}, true},
		{WorkStep{"drill", doDrill, []string{"try"}}, c.drill && c.Mount != Face},
		{WorkStep{"face", doFace, []string{"try"}}, c.face},
		{WorkStep{"packing", c.doPacking(), []string{"try"}}, c.packing},
		{WorkStep{"lower", c.doLower(), []string{"try"}}, c.lower && !belt},
		{WorkStep{"gland", doGland, []string{"try"}}, true},
		{WorkStep{"hub-on", doHubOn(hubName(c.Coupling), c.New.EndThread), []string{"hub-off", "bore", "try"}},
			c.Coupling != ""},
		{WorkStep{"thread", doThread, []string{"try"}}, belt},
		{WorkStep{"seat", doSeat, []string{"try", "drill", "face", "packing", "lower", "hub-on", "thread"}}, true},
		{WorkStep{"align", doAlign(c.Coupling), []string{"seat"}}, true},
		{WorkStep{"tension", doTension, []string{"align"}}, belt},
		{WorkStep{"tighten", doTighten, []string{"align", "tension"}}, true},
		{WorkStep{"land", doLand, []string{"tighten", "gland"}}, true},
		{WorkStep{"by-hand", doByHand, []string{"tighten"}}, true},
		{WorkStep{"guard", doGuard, []string{"by-hand"}}, true},
		{WorkStep{"after", doAfter, []string{"guard", "land"}}, true},
	}
	there := map[string]bool{}
	out := []WorkStep{}
	for _, s := range all {
		if !s.when {
			continue
		}
		after := []string{}
		for _, a := range s.After {
			if there[a] {
				after = append(after, a)
			}
		}
		s.WorkStep.After = after
		there[s.ID] = true
		out = append(out, s.WorkStep)
	}
	return out
}
