package symptom

import (
	"slices"

	"graybridge/core/cause"
	"graybridge/core/circuit"
	"graybridge/core/leads"
)

// onJoints are the causes in the joints.
func (b *bench) onJoints(coils []circuit.Coil) {
	for _, one := range b.wrongJoints(coils) {
		var all []how
		for _, j := range one.all {
			h := usual()
			h.fed.Joints = j
			all = append(all, h)
		}
		b.add(one.cause, all...)
	}
}

// wrongly are the joints that a cause may leave.
type wrongly struct {
	cause string
	all   []leads.Joints
}

// wrongJoints are the joints that can be wrong: a coil turned round, two leads exchanged, a cap missing, another table;
// a cause of which these leads know none is left out.
func (b *bench) wrongJoints(coils []circuit.Coil) []wrongly {
	var turned, exchanged, missing, off, other, family []leads.Joints
	put := func(into *[]leads.Joints, j leads.Joints) {
		if !j.Equal(b.joints) && !slices.ContainsFunc(turned, func(t leads.Joints) bool { return t.Equal(j) }) {
			*into = append(*into, j)
		}
	}
	for _, c := range coils {
		put(&turned, renamed(b.joints, c.Start, c.Finish))
	}
	for i, x := range coils {
		for _, y := range coils[i+1:] {
			for _, ends := range [][2]string{{x.Start, y.Start}, {x.Finish, y.Finish}, {x.Start, y.Finish},
				{x.Finish, y.Start}} {
				put(&exchanged, renamed(b.joints, ends[0], ends[1]))
			}
		}
	}
	for i, g := range b.joints {
		if !slices.ContainsFunc(g, func(n string) bool { return slices.Contains(leads.Lines, n) }) && len(g) > 2 {
			missing = append(missing, slices.Delete(slices.Clone(b.joints), i, i+1))
		}
		for k, n := range g {
			if j := slices.Clone(b.joints); len(g) > 2 && !slices.Contains(leads.Lines, n) {
				j[i] = slices.Delete(slices.Clone(g), k, k+1)
				off = append(off, j)
			}
		}
	}
	for _, m := range b.solved.Mistakes() {
		switch m.Cause {
		case cause.OtherVolts:
			put(&other, m.Joints)
		case cause.OtherFamily:
			put(&family, m.Joints)
		}
	}
	return slices.DeleteFunc([]wrongly{{cause.CoilReversed, turned}, {cause.LeadsExchanged, some(exchanged)},
		{cause.CapMissing, missing}, {cause.LeadOff, some(off)}, {cause.OtherVolts, other}, {cause.OtherFamily,
			family}},
		func(w wrongly) bool { return len(w.all) == 0 })
}

// mostExchanged worlds of exchanged leads are enough: their readings are alike, the joints tell.
const mostExchanged = 24

func some(all []leads.Joints) []leads.Joints {
	if len(all) <= mostExchanged {
		return all
	}
	out := make([]leads.Joints, mostExchanged)
	for i := range out {
		out[i] = all[i*len(all)/mostExchanged]
	}
	return out
}

// renamed are joints with two leads in each other's place.
func renamed(j leads.Joints, x, y string) leads.Joints {
	out := leads.Joints{}
	for _, g := range j {
		g = slices.Clone(g)
		for i, n := range g {
			switch n {
			case x:
				g[i] = y
			case y:
				g[i] = x
			}
		}
		out = append(out, g)
	}
	return out
}
