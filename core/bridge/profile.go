package bridge

// Deed is something done at a device that is simulated from its profile: a code, jumper or trim set or read (its value
// as the display shows it, the place, or the per cent of its travel), run or stop, a trip, a reset, the dial of a
// controller turned.
type Deed struct {
	Do    string `json:"do" enum:"set,read,run,stop,trip,reset,dial"`
	Code  string `json:"code,omitempty" maxLength:"60"`
	Value string `json:"value,omitempty" maxLength:"60"`
}

// Naming is something of a profile by the word that stands for it in the file, and in plain words.
type Naming struct {
	Word  string   `json:"word"`
	Name  string   `json:"name"`
	Means []Naming `json:"means,omitempty"` // what a choice of it may mean
}
