#include "core/trial/fairness_table.h"

#include <algorithm>
#include <atomic>
#include <deque>
#include <map>
#include <tuple>

#include "core/base/parallel.h"
#include "core/layers/participants.h"
#include "core/project/edit.h"
#include "core/trial/trial_frame.h"

namespace amber {
namespace {

bool sayTheSame(const TrialFrame& a, const TrialFrame& b) {
  if (a.origin != b.origin || a.ink != b.ink) return false;
  return std::equal(a.shapes.begin(), a.shapes.end(), b.shapes.begin(), b.shapes.end(),
                    [](const RoleShape& p, const RoleShape& q) {
                      return p.role == q.role && p.shape == q.shape && p.asset == q.asset &&
                             p.carried == q.carried;
                    });
}

// Frames with their inks, for the maps of all pairs of an asset.
struct PreparedFrames {
  std::vector<TrialFrame> frames;
  std::vector<StandingInk> inks;
};

PreparedFrames framesOf(const Project& project, const Asset& asset, const ArtSource& art) {
  const HeldShapes held(asset);
  std::vector<TrialFrame> frames;
  for (const Frame& frame : asset.frames) {
    auto trial = trialFrame(project, asset, held, frame, art);
    if (!trial) continue;
    const bool known = std::any_of(frames.begin(), frames.end(), [&](const TrialFrame& other) {
      return sayTheSame(other, *trial);
    });
    if (!known) frames.push_back(std::move(*trial));
  }
  PreparedFrames prepared{std::move(frames), {}};
  for (const TrialFrame& frame : prepared.frames) {
    prepared.inks.emplace_back(FairFrame{&frame}).countOutside(frame);
  }
  return prepared;
}

using Pair = std::pair<std::size_t, std::size_t>;

// Of every asset its participants and those of all that rides on it.
class Carried {
 public:
  explicit Carried(const Project& project) : project_(project) {
    for (const Participant& one : participantsOf(project))
      own_[one.asset->id].push_back(&all_.emplace_back(one));
  }

  std::vector<const Participant*> participants(const Asset& asset) const {
    std::vector<const Participant*> all;
    for (const AssetId id : withRidersOf(asset)) {
      const auto own = own_.find(id);
      if (own != own_.end()) all.insert(all.end(), own->second.begin(), own->second.end());
    }
    return all;
  }

  // Whether the game has the one only where it rides on the other.
  bool onlyOn(const Asset& rider, const Asset& bearer) const {
    if (rider.copies == Copies::Many || &rider == &bearer) return false;
    const std::vector<AssetId> all = withRidersOf(bearer);
    return std::find(all.begin(), all.end(), rider.id) != all.end();
  }

  // The asset and all that rides on it, also on its riders.
  std::vector<AssetId> withRidersOf(const Asset& asset) const {
    std::vector<AssetId> all{asset.id};
    for (std::size_t i = 0; i < all.size(); ++i) {
      const Asset* one = i == 0 ? &asset : findAsset(project_, all[i]);
      if (one == nullptr) continue;
      for (const Rider& rider : one->riders) {
        if (std::find(all.begin(), all.end(), rider.asset) == all.end()) all.push_back(rider.asset);
      }
    }
    return all;
  }

 private:
  const Project& project_;
  std::deque<Participant> all_;
  std::map<AssetId, std::vector<const Participant*>> own_;
};

// The assets, by their places, of which some participants meet.
std::vector<Pair> meetingPairs(const Project& project, const Carried& carried) {
  std::vector<std::vector<const Participant*>> participants;
  for (const auto& asset : project.assets) participants.push_back(carried.participants(*asset));
  const MeetingRule rule = ruleOf(project);
  const auto meet = [&](std::size_t i, std::size_t k) {
    const Asset& a = *project.assets[i];
    const Asset& b = *project.assets[k];
    if (i == k && a.copies == Copies::One) return false;
    if (carried.onlyOn(a, b) || carried.onlyOn(b, a)) return false;
    return std::any_of(participants[i].begin(), participants[i].end(), [&](const Participant* p) {
      return std::any_of(participants[k].begin(), participants[k].end(), [&](const Participant* q) {
        return answerFor(p->settings, q->settings, rule).outcome != Outcome::Passes;
      });
    });
  };
  std::vector<Pair> pairs;
  for (std::size_t i = 0; i < participants.size(); ++i) {
    for (std::size_t k = i; k < participants.size(); ++k) {
      if (meet(i, k)) pairs.emplace_back(i, k);
    }
  }
  return pairs;
}

FairnessRow rowOf(const Project& project, const PreparedFrames& a, const PreparedFrames& b,
                  const Progress& progress) {
  FairnessRow row;
  for (std::size_t i = 0; i < a.frames.size(); ++i) {
    for (std::size_t k = 0; k < b.frames.size(); ++k) {
      if (progress.cancelled()) return row;
      const auto pairs = countingPairs(project, a.frames[i], b.frames[k], {}, {});
      row.total.add(fairnessMap(a.inks[i], b.inks[k], pairs, row.total.known()));
    }
  }
  const auto nameOf = [](const PreparedFrames& prepared, std::size_t at) {
    return prepared.frames[at].frame->name;
  };
  if (row.total.worstPhantom) {
    row.phantomA = nameOf(a, row.total.phantomOf / b.frames.size());
    row.phantomB = nameOf(b, row.total.phantomOf % b.frames.size());
  }
  if (row.total.worstMissed) {
    row.missedA = nameOf(a, row.total.missedOf / b.frames.size());
    row.missedB = nameOf(b, row.total.missedOf % b.frames.size());
  }
  return row;
}

// Rows of an earlier state that are still valid.
class KeptRows {
 public:
  KeptRows(const Project& project, const Carried& carried, const FairnessMemo& before) {
    if (!before.project) return;
    const Touched touched = difference(*before.project, project);
    if (touched.settings || !touched.sheets.empty()) return;
    const auto same = [&](const std::string& name) {
      const Asset* asset = findAsset(project, std::string_view(name));
      if (asset == nullptr) return false;
      const std::vector<AssetId> all = carried.withRidersOf(*asset);
      return std::find_first_of(all.begin(), all.end(), touched.assets.begin(),
                                touched.assets.end()) == all.end();
    };
    for (const FairnessRow& row : before.rows) {
      if (same(row.a) && same(row.b)) rows_.emplace(std::pair(row.a, row.b), &row);
    }
  }

  const FairnessRow* find(const Project& project, Pair pair) const {
    if (rows_.empty()) return nullptr;
    const auto found =
        rows_.find({project.assets[pair.first]->name, project.assets[pair.second]->name});
    return found == rows_.end() ? nullptr : found->second;
  }

 private:
  std::map<std::pair<std::string, std::string>, const FairnessRow*> rows_;
};

}  // namespace

FairnessTotal fairnessOf(const Project& project, const Asset& a, const Asset& b,
                         const ArtSource& art, const Progress& progress) {
  return rowOf(project, framesOf(project, a, art), framesOf(project, b, art), progress).total;
}

std::vector<FairnessRow> fairnessTable(const Project& project, const ArtSource& art,
                                       const Progress& progress, const FairnessMemo& before) {
  const Carried carried(project);
  const std::vector<Pair> pairs = meetingPairs(project, carried);
  const KeptRows kept(project, carried, before);
  std::vector<PreparedFrames> frames(project.assets.size());
  for (std::size_t i = 0; i < project.assets.size(); ++i) {
    const bool needed = std::any_of(pairs.begin(), pairs.end(), [&](const Pair& pair) {
      return (pair.first == i || pair.second == i) && kept.find(project, pair) == nullptr;
    });
    if (needed && !progress.cancelled()) frames[i] = framesOf(project, *project.assets[i], art);
  }
  std::vector<FairnessRow> rows(pairs.size());
  std::atomic<int> done{0};
  forEachIndex(pairs.size(), [&](std::size_t i) {
    const auto [a, b] = pairs[i];
    const FairnessRow* known = kept.find(project, pairs[i]);
    rows[i] = known != nullptr ? *known : rowOf(project, frames[a], frames[b], progress);
    rows[i].a = project.assets[a]->name;
    rows[i].b = project.assets[b]->name;
    progress.at(++done, static_cast<int>(pairs.size()));
  });
  if (progress.cancelled()) return {};
  std::erase_if(rows, [](const FairnessRow& row) { return row.total.maps == 0; });
  std::sort(rows.begin(), rows.end(), [](const FairnessRow& p, const FairnessRow& q) {
    const auto rank = [](const FairnessRow& row) {
      return std::tuple(-(row.total.phantomShare() + row.total.missedShare()),
                        std::string_view(row.a), std::string_view(row.b));
    };
    return rank(p) < rank(q);
  });
  return rows;
}

}  // namespace amber
