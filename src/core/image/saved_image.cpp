// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/image/saved_image.h"

#include <algorithm>
#include <cerrno>
#include <cstdio>
#include <fcntl.h>
#include <filesystem>
#include <fmt/format.h>
#include <fstream>
#include <linux/falloc.h>
#include <sstream>
#include <sys/file.h>
#include <sys/stat.h>
#include <sys/statvfs.h>
#include <unistd.h>
#include <zlib.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t compareBytes = 1U << 20U;
constexpr std::size_t holeBytes = 4096;
// Room for the map and for what a file system needs beside the data.
constexpr std::uint64_t spareBytes = 64U << 20U;

// Closes a file descriptor when it goes.
class File {
public:
    explicit File(int file) : m_file(file) {}
    ~File() {
        if (m_file >= 0)
            ::close(m_file);
    }
    File(const File&) = delete;
    File& operator=(const File&) = delete;
    [[nodiscard]] int get() const { return m_file; }

private:
    int m_file;
};

std::optional<std::string> contentOf(const std::string& path) {
    std::ifstream file(path, std::ios::binary);
    if (!file)
        return std::nullopt;
    std::ostringstream text;
    text << file.rdbuf();
    return std::move(text).str();
}

std::string changedAt(int file) {
    struct stat s {};
    if (fstat(file, &s) != 0)
        return {};
    return fmt::format("{}.{:09}", s.st_mtim.tv_sec, s.st_mtim.tv_nsec);
}

int writeAll(int file, std::span<const std::byte> data, std::optional<std::uint64_t> at) {
    for (std::size_t done = 0; done < data.size();) {
        const std::span rest = data.subspan(done);
        const ssize_t n = at ? pwrite(file, rest.data(), rest.size(), static_cast<off_t>(*at + done))
                             : ::write(file, rest.data(), rest.size());
        if (n < 0 && errno != EINTR)
            return errno;
        done += n > 0 ? static_cast<std::size_t>(n) : 0;
    }
    return 0;
}

// A name in a folder is durable once the folder is.
void syncFolderOf(const std::string& path) {
    const File folder(::open(fs::absolute(path).parent_path().c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (folder.get() >= 0)
        fsync(folder.get());
}

bool allZero(std::span<const std::byte> data) {
    return std::all_of(data.begin(), data.end(), [](std::byte b) { return b == std::byte{0}; });
}

Error refused(const std::string& path, std::string why, std::string advice) {
    return {Error::Kind::badCall, "saving to", path, std::move(why), std::move(advice)};
}

std::uint64_t bytesToCome(const ImageMap& map, const std::vector<LbaSpan>& toSave) {
    std::uint64_t sectors = 0;
    for (const LbaSpan& span : toSave)
        for (const LbaSpan& gap : map.held().gaps(span))
            sectors += gap.count.value;
    return sectors * map.drive().logicalBytes;
}

Result<void> checkRoom(const std::string& path, std::uint64_t bytes) {
    struct statvfs s {};
    if (statvfs(fs::absolute(path).parent_path().c_str(), &s) != 0)
        return tl::unexpected(systemError("asking for room beside", path, errno));
    const std::uint64_t room = std::uint64_t{s.f_bavail} * s.f_frsize;
    if (room >= bytes + spareBytes)
        return {};
    return tl::unexpected(
        refused(path,
                fmt::format("up to {:.1f} GB are to be saved and {:.1f} GB are free there",
                            static_cast<double>(bytes) / 1e9, static_cast<double>(room) / 1e9),
                "Free some room or choose a larger place; or scan a part of the drive."));
}

std::string otherDrive(const DriveIdentity& has, const DriveIdentity& is) {
    if (has.serial != is.serial || has.model != is.model || (is.serial.empty() && has.path != is.path))
        return fmt::format("it is an image of {} {}", has.model, has.serial.empty() ? has.path : has.serial);
    if (has.logicalBytes != is.logicalBytes || has.capacity != is.capacity)
        return fmt::format("it was made of {} sectors of {} bytes, and the drive has {} of {} now",
                           has.capacity.value, has.logicalBytes, is.capacity.value, is.logicalBytes);
    return {};
}

Result<std::vector<Extent>> compareWith(int file, const std::string& path, const ImageMap& map,
                                        const std::stop_token& stop) {
    std::vector<Extent> differing;
    std::vector<unsigned char> buffer(compareBytes);
    const std::uint64_t sectorBytes = map.drive().logicalBytes;
    for (const Extent& extent : map.extents()) {
        std::uint64_t at = extent.span.first.value * sectorBytes;
        const std::uint64_t end = extent.span.end().value * sectorBytes;
        uLong crc = 0;
        while (at < end) {
            if (stop.stop_requested())
                return tl::unexpected(refused(path, "it was being compared when it was stopped",
                                              "Nothing has been changed; begin again when there is time."));
            const auto n = pread(file, buffer.data(), std::min<std::uint64_t>(buffer.size(), end - at),
                                 static_cast<off_t>(at));
            if (n < 0 && errno == EINTR)
                continue;
            if (n <= 0)
                break; // too short, or cannot be read: not what was saved
            crc = crc32_z(crc, buffer.data(), static_cast<std::size_t>(n));
            at += static_cast<std::uint64_t>(n);
        }
        if (at < end || crc != extent.crc32)
            differing.push_back(extent);
    }
    return differing;
}

} // namespace

std::string imageMapPath(const std::string& path) {
    return path + ".map";
}

Error SavedImage::failed(const char* tried, int error) const {
    return systemError(tried, m_path, error);
}

Result<ImageMap> SavedImage::look(const std::string& path) {
    const auto text = contentOf(imageMapPath(path));
    if (!text)
        return tl::unexpected(Error{Error::Kind::notFound, "looking for the map of the image,",
                                    imageMapPath(path), "there is none, or it may not be read",
                                    "Name an image that Orbita has saved; its map stands beside it."});
    return ImageMap::parse(*text, imageMapPath(path));
}

Result<std::vector<Extent>> SavedImage::compare(const std::string& path, const ImageMap& map,
                                                const std::stop_token& stop) {
    const File file(::open(path.c_str(), O_RDONLY | O_CLOEXEC));
    if (file.get() < 0)
        return tl::unexpected(systemError("opening the image", path, errno));
    return compareWith(file.get(), path, map, stop);
}

Result<std::unique_ptr<SavedImage>> SavedImage::open(const std::string& path, const DriveIdentity& drive,
                                                     const std::vector<LbaSpan>& toSave,
                                                     const std::stop_token& stop) {
    std::error_code error;
    const fs::file_status status = fs::status(path, error);
    if (fs::exists(status) && !fs::is_regular_file(status))
        return tl::unexpected(refused(path, fs::is_directory(status) ? "it is a folder" : "it is a device",
                                      "Name a file that does not exist yet; nothing has been changed."));
    std::unique_ptr<SavedImage> image(new SavedImage(path, ImageMap(drive)));
    auto opened = fs::exists(status) || fs::exists(imageMapPath(path), error) ? image->goOn(drive, stop)
                                                                              : image->begin(drive);
    if (opened)
        opened = checkRoom(path, bytesToCome(image->m_map, toSave));
    if (!opened) {
        // What was begun for nothing goes again.
        if (!image->m_check.existed && image->m_image >= 0) {
            fs::remove(path, error);
            fs::remove(imageMapPath(path), error);
        }
        return tl::unexpected(std::move(opened.error()));
    }
    return image;
}

Result<void> SavedImage::begin(const DriveIdentity& drive) {
    m_image = ::open(m_path.c_str(), O_RDWR | O_CREAT | O_EXCL | O_CLOEXEC, 0644);
    if (m_image < 0)
        return tl::unexpected(failed("making the image", errno));
    if (flock(m_image, LOCK_EX | LOCK_NB) != 0)
        return tl::unexpected(failed("locking the image", errno));
    const std::uint64_t bytes = drive.capacity.value * drive.logicalBytes;
    if (ftruncate(m_image, static_cast<off_t>(bytes)) != 0)
        return tl::unexpected(
            errno == EFBIG ? refused(m_path, "the file system there takes no file as large as this drive",
                                     "Choose a place with another file system.")
                           : failed("making room for the image", errno));
    return rewriteMap();
}

Result<void> SavedImage::goOn(const DriveIdentity& drive, const std::stop_token& stop) {
    m_check.existed = true;
    if (const auto there = look(m_path); !there)
        return tl::unexpected(there.error().kind == Error::Kind::notFound
                                  ? refused(m_path,
                                            "a file of that name is there, and it is no image that "
                                            "Orbita has saved: its map is missing",
                                            "Name another file; this one has not been touched.")
                                  : there.error());
    else
        m_map = *there;
    if (const std::string why = otherDrive(m_map.drive(), drive); !why.empty())
        return tl::unexpected(
            refused(m_path, why, "Name another file for this drive; this one has not been touched."));
    m_image = ::open(m_path.c_str(), O_RDWR | O_CLOEXEC);
    if (m_image < 0)
        return tl::unexpected(failed("opening the image", errno));
    if (flock(m_image, LOCK_EX | LOCK_NB) != 0)
        return tl::unexpected(
            refused(m_path, "another scan is saving to it", "Wait until that one is done."));
    m_check.wasOpen = m_map.closedAt.empty() || m_map.closedAt != changedAt(m_image);
    m_map.closedAt.clear();
    if (m_check.wasOpen) {
        const auto differing = compareWith(m_image, m_path, m_map, stop);
        if (!differing)
            return tl::unexpected(differing.error());
        for (const Extent& extent : *differing) {
            m_map.drop(extent);
            m_check.dropped.push_back(extent.span);
        }
    }
    const std::uint64_t bytes = drive.capacity.value * drive.logicalBytes;
    if (ftruncate(m_image, static_cast<off_t>(bytes)) != 0)
        return tl::unexpected(failed("making room for the image", errno));
    if (m_check.wasOpen)
        clearWhatIsNotHeld();
    return rewriteMap();
}

// What was written and not noted any more: it must not show through where zeros are left out.
void SavedImage::clearWhatIsNotHeld() {
    const std::uint64_t sectorBytes = m_map.drive().logicalBytes;
    for (const LbaSpan& gap : m_map.held().gaps(m_map.drive().whole()))
        if (fallocate(m_image, FALLOC_FL_PUNCH_HOLE | FALLOC_FL_KEEP_SIZE,
                      static_cast<off_t>(gap.first.value * sectorBytes),
                      static_cast<off_t>(gap.count.value * sectorBytes)) != 0) {
            m_holesAreZero = false;
            break;
        }
}

// Whole or not at all: the new one takes the old one's place once it is durable.
Result<void> SavedImage::rewriteMap() {
    const std::string path = imageMapPath(m_path);
    const std::string next = path + ".new";
    m_mapBehind = true;
    if (m_mapFile >= 0)
        ::close(m_mapFile);
    m_mapFile = ::open(next.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_APPEND | O_CLOEXEC, 0644);
    if (m_mapFile < 0)
        return tl::unexpected(systemError("writing the map of the image", path, errno));
    const std::string text = m_map.text();
    if (const int error = writeAll(m_mapFile, std::as_bytes(std::span(text)), std::nullopt); error != 0)
        return tl::unexpected(systemError("writing the map of the image", path, error));
    if (fsync(m_mapFile) != 0 || std::rename(next.c_str(), path.c_str()) != 0)
        return tl::unexpected(systemError("writing the map of the image", path, errno));
    syncFolderOf(path);
    m_mapBehind = false;
    return {};
}

SavedImage::~SavedImage() {
    if (m_mapFile >= 0)
        ::close(m_mapFile);
    if (m_image >= 0)
        ::close(m_image);
}

Result<void> SavedImage::write(Lba first, std::span<const std::byte> data) {
    const std::uint64_t sectorBytes = m_map.drive().logicalBytes;
    const LbaSpan span = intersection({first, {data.size() / sectorBytes}}, m_map.drive().whole());
    for (const LbaSpan& gap : m_map.held().gaps(span)) {
        const auto part =
            data.subspan((gap.first - first).value * sectorBytes, gap.count.value * sectorBytes);
        if (auto written = writeBytes(gap.first.value * sectorBytes, part); !written)
            return written;
        m_map.add(gap.first, part);
    }
    return {};
}

// Zeros are left out where the file is a hole already.
Result<void> SavedImage::writeBytes(std::uint64_t offset, std::span<const std::byte> data) {
    std::size_t from = 0;
    const auto flush = [&](std::size_t to) {
        return from < to ? writeAll(m_image, data.subspan(from, to - from), offset + from) : 0;
    };
    for (std::size_t at = 0; m_holesAreZero && at + holeBytes <= data.size(); at += holeBytes) {
        if (!allZero(data.subspan(at, holeBytes)))
            continue;
        if (const int error = flush(at); error != 0)
            return tl::unexpected(failed("writing to the image", error));
        from = at + holeBytes;
    }
    if (const int error = flush(data.size()); error != 0)
        return tl::unexpected(failed("writing to the image", error));
    return {};
}

Result<void> SavedImage::sync() {
    if (fdatasync(m_image) != 0) {
        // The system forgets what it could not write: nothing since the last time is certain.
        const int error = errno;
        m_map.dropUntold();
        return tl::unexpected(failed("making the image durable", error));
    }
    const std::string lines = m_map.news();
    if (!lines.empty() && writeAll(m_mapFile, std::as_bytes(std::span(lines)), std::nullopt) != 0)
        m_mapBehind = true; // the last line may be cut off
    if (m_mapBehind)
        return rewriteMap();
    if (!lines.empty() && fdatasync(m_mapFile) != 0) {
        const int error = errno;
        m_mapBehind = true;
        return tl::unexpected(systemError("making durable the map of the image", m_path, error));
    }
    return {};
}

Result<void> SavedImage::close() {
    if (auto synced = sync(); !synced)
        return synced;
    m_map.closedAt = changedAt(m_image);
    return rewriteMap();
}

} // namespace orbita
