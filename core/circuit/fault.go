package circuit

import "slices"

// Faults and mistakes are the same circuit with one thing changed. Each returns
// a changed copy and leaves the circuit it was given as it was; a name that the
// circuit does not have changes nothing.

// clone copies everything that a fault may change.
func (c *Circuit) clone() *Circuit {
	out := *c
	out.Sources = slices.Clone(c.Sources)
	out.Elements = slices.Clone(c.Elements)
	out.Machines = slices.Clone(c.Machines)
	for i := range out.Machines {
		out.Machines[i].Coils = slices.Clone(c.Machines[i].Coils)
	}
	out.Joints = make([][]string, len(c.Joints))
	for i := range c.Joints {
		out.Joints[i] = slices.Clone(c.Joints[i])
	}
	return &out
}

// fresh is a node name that the circuit does not have yet.
func (c *Circuit) fresh(name string) string {
	nodes := Number(c)
	for {
		if _, taken := nodes[name]; !taken {
			return name
		}
		name += "'"
	}
}

func (c *Circuit) coil(name string) *Coil {
	for i := range c.Machines {
		for k := range c.Machines[i].Coils {
			if c.Machines[i].Coils[k].Name == name {
				return &c.Machines[i].Coils[k]
			}
		}
	}
	return nil
}

// OpenCoil breaks a coil: no current can flow in it.
func (c *Circuit) OpenCoil(name string) *Circuit {
	out := c.clone()
	if k := out.coil(name); k != nil {
		k.Finish = out.fresh("broken end of " + name)
	}
	return out
}

// ReverseCoil exchanges the ends of a coil.
func (c *Circuit) ReverseCoil(name string) *Circuit {
	out := c.clone()
	if k := out.coil(name); k != nil {
		k.Start, k.Finish = k.Finish, k.Start
	}
	return out
}

// SwapLeads puts each of two leads into the other's joint.
func (c *Circuit) SwapLeads(a, b string) *Circuit {
	out := c.clone()
	for _, joint := range out.Joints {
		for i, n := range joint {
			switch n {
			case a:
				joint[i] = b
			case b:
				joint[i] = a
			}
		}
	}
	return out
}

// TakeOut leaves a lead out of its joint: a cap that missed its wire.
func (c *Circuit) TakeOut(lead string) *Circuit {
	out := c.clone()
	for i := range out.Joints {
		out.Joints[i] = slices.DeleteFunc(out.Joints[i], func(n string) bool { return n == lead })
	}
	return out
}

// LoseLine breaks the wire at the from end of a source.
func (c *Circuit) LoseLine(source string) *Circuit {
	out := c.clone()
	for i := range out.Sources {
		if s := &out.Sources[i]; s.Name == source {
			s.From = out.fresh("broken line " + source)
		}
	}
	return out
}

// LoseElement takes a capacitor, resistor or inductor out.
func (c *Circuit) LoseElement(name string) *Circuit {
	out := c.clone()
	out.Elements = slices.DeleteFunc(out.Elements, func(e Element) bool { return e.Name == name })
	return out
}

// Short joins two nodes that should not touch.
func (c *Circuit) Short(a, b string) *Circuit {
	out := c.clone()
	out.Joints = append(out.Joints, []string{a, b})
	return out
}

// ToFrame lets a coil leak to the frame where it starts, through some ohms.
func (c *Circuit) ToFrame(coil, frame string, ohm float64) *Circuit {
	out := c.clone()
	if k := out.coil(coil); k != nil {
		out.Elements = append(out.Elements, Element{Name: "leak of " + coil + " to frame", Kind: Resistor,
			From: k.Start, To: frame, Ohm: ohm})
	}
	return out
}
