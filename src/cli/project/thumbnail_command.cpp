// The command thumbnail, which file managers call.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/json/json_text.h"
#include "work/art/stage_picture.h"
#include "work/project/open_project.h"

namespace amber {
namespace {

constexpr Range<int> kThumbnailRange{16, 1024};

// The first frame of a project with art; null if there is none.
const Frame* firstFrame(const OpenProject& open) {
  for (const auto& asset : open.project.assets) {
    for (const Frame& frame : asset->frames) {
      if (!frame.lost && open.art(frame.sheet) != nullptr) return &frame;
    }
  }
  return nullptr;
}

class ThumbnailCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"thumbnail",
            "Draw a small picture of a project, for file managers",
            {"thumbnail glasshouse_night.amber --out night.png",
             "thumbnail glasshouse_night.amber --size 256 --out night.png"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("--size", size_, "The largest side of the picture, in px (default: 128)")
        ->check(inRange(kThumbnailRange));
    app.add_option("--out", file_, "The PNG file to write")->required();
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    const Frame* frame = firstFrame(*open);
    if (frame == nullptr) {
      return failure(ErrorCode::UnknownTarget, "no frame can be drawn; cut a sheet first",
                     project_);
    }
    const QImage ink = inkPicture(*open->art(frame->sheet), *frame);
    // Whole multiples keep pixel art crisp.
    const int side = std::max(ink.width(), ink.height());
    const QImage picture =
        side <= size_ ? ink.scaled(ink.size() * (size_ / side))
                      : ink.scaled(size_, size_, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    if (auto written = writeFileAtomically(file_, pngBytes(imageOf(picture))); !written) {
      return tl::unexpected(written.error());
    }
    resultText() << file_ << ": " << picture.width() << " x " << picture.height() << " px\n";
    if (json) {
      std::cout << jsonText(
          Json{{"file", file_}, {"size", Json::array({picture.width(), picture.height()})}});
    }
    return Exit::Done;
  }

 private:
  std::string project_;
  int size_ = 128;
  std::string file_;
};

}  // namespace

std::unique_ptr<Command> makeThumbnailCommand() {
  return std::make_unique<ThumbnailCommand>();
}

}  // namespace amber
