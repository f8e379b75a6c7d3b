package symptom

import "graybridge/core/complaint"

// Tile is something that an owner may say, in his words, with others that mean the same.
type Tile struct {
	ID    string   `json:"id"`
	Text  string   `json:"text"`
	Words []string `json:"words" nullable:"false"`
	// On are the bridges on which it is said; none: on all.
	On []string `json:"on" nullable:"false"`
}

// Words are what may be said: of danger, of what the machine does, of when, and of what has changed.
type Words struct {
	Danger  []Tile `json:"danger" nullable:"false"`
	Tiles   []Tile `json:"tiles" nullable:"false"`
	When    []Tile `json:"when" nullable:"false"`
	Changed []Tile `json:"changed" nullable:"false"`
}

// Spoken is what may be said.
func Spoken() Words {
	w := Words{Danger: dangerTiles, Tiles: []Tile{}, When: []Tile{}, Changed: []Tile{}}
	for _, s := range complaint.Sayings {
		w.Tiles = append(w.Tiles, spoken[s].as(string(s)))
	}
	for _, x := range complaint.Whens {
		w.When = append(w.When, Tile{ID: string(x), Text: moments[x]}.as(string(x)))
	}
	for _, x := range complaint.Changes {
		w.Changed = append(w.Changed, Tile{ID: string(x), Text: changes[x]}.as(string(x)))
	}
	return w
}

func (t Tile) as(id string) Tile {
	t.ID = id
	if t.Words == nil {
		t.Words = []string{}
	}
	if t.On == nil {
		t.On = []string{}
	}
	return t
}
